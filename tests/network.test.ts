import { networkInterfaces } from 'node:os';
import { addressOf, isReachable } from '@/server/network';

/** What a printed square leads to: the address others on the shop's network reach, where the shop listens to them at all. */

const asked = (host: string | null, url = 'http://127.0.0.1:4170/x') =>
  addressOf({ url, headers: { get: (name) => (name === 'host' ? host : null) } });
const listening = <T>(host: string | undefined, work: () => T): T => {
  const before = process.env.MAVRIN_HOST;
  if (host === undefined) delete process.env.MAVRIN_HOST;
  else process.env.MAVRIN_HOST = host;
  try {
    return work();
  } finally {
    if (before === undefined) delete process.env.MAVRIN_HOST;
    else process.env.MAVRIN_HOST = before;
  }
};

test('listening to itself alone, it leads to itself, and no phone reaches that', () => {
  for (const host of [undefined, '', '127.0.0.1', 'localhost'])
    listening(host, () => {
      expect(asked('127.0.0.1:4170')).toBe('http://127.0.0.1:4170');
      expect(isReachable(asked('localhost:4170'))).toBe(false);
    });
});

test('on the shop’s network, asked from this computer itself, it leads to the computer’s own address with the port kept', () => {
  const own = Object.values(networkInterfaces())
    .flat()
    .find((i) => i?.family === 'IPv4' && !i.internal)?.address;
  listening('0.0.0.0', () => {
    expect(asked('localhost:4170')).toBe(own ? `http://${own}:4170` : 'http://localhost:4170');
    expect(isReachable(asked('localhost:4170'))).toBe(own !== undefined);
  });
  listening('192.0.2.7', () => expect(asked('127.0.0.1:80')).toBe('http://192.0.2.7:80'));
});

test('asked from the network, the address that was asked is the one that works', () => {
  listening('0.0.0.0', () => {
    expect(asked('192.0.2.30:4170')).toBe('http://192.0.2.30:4170');
    expect(asked(null, 'http://192.0.2.31/x')).toBe('http://192.0.2.31');
    expect(isReachable('http://192.0.2.30:4170/ride/a')).toBe(true);
  });
});
