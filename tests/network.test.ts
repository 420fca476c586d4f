import { networkInterfaces } from 'node:os';
import { isOpened, isOurs } from '@/server/door/hosts';
import { isReachable, shopAddress } from '@/server/door/network';

/** What a printed square leads to: the address others on the shop's network reach, where the shop listens to them at all. */

const listening = (host: string | undefined, more: Record<string, string> = {}) =>
  shopAddress({ PORT: '4170', ...(host === undefined ? {} : { MAVRIN_HOST: host }), ...more });

test('listening to itself alone, it leads to itself, and no phone reaches that', () => {
  for (const host of [undefined, '', '127.0.0.1', 'localhost']) {
    expect(listening(host)).toBe('http://127.0.0.1:4170');
    expect(isReachable(listening(host))).toBe(false);
  }
});

test('on the shop’s network it leads to the computer’s own address with its port, encrypted where there is a certificate', () => {
  const own = Object.values(networkInterfaces())
    .flat()
    .find((i) => i?.family === 'IPv4' && !i.internal)?.address;
  expect(listening('0.0.0.0')).toBe(`http://${own ?? '127.0.0.1'}:4170`);
  expect(isReachable(listening('0.0.0.0'))).toBe(own !== undefined);
  expect(listening('192.0.2.7', { PORT: '80', MAVRIN_TLS_CERT: 'a.pem' })).toBe('https://192.0.2.7:80');
});

test('behind a proxy it leads where the shop was told, whatever name a request carries', () => {
  expect(listening(undefined, { MAVRIN_ADDRESS: 'https://bench.example/' })).toBe('https://bench.example');
  expect(isOurs('bench.example', { MAVRIN_ADDRESS: 'https://bench.example/' })).toBe(true);
  expect(isOurs('elsewhere.example', { MAVRIN_ADDRESS: 'https://bench.example/' })).toBe(false);
});

test('whoever lets others in lets nobody in unsigned: another address, names of its own, or a word', () => {
  const opened = [
    {},
    { MAVRIN_HOST: '127.0.0.1' },
    { MAVRIN_HOST: '0.0.0.0' },
    { MAVRIN_NAMES: 'bench' },
    { MAVRIN_SIGN_IN: 'always' },
  ].map(isOpened);
  expect(opened).toEqual([false, false, true, true, true]);
});
