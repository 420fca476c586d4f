import { expect, test } from '@playwright/test';
import { mainPath } from './path';
import { emptyDirectory, Server } from './server';

mainPath(() => Server.start(4311));

test('a second process on the same data is refused in words', async () => {
  const first = await Server.start(4313, emptyDirectory());
  await expect(Server.start(4312, first.directory)).rejects.toThrow(/in use by process \d+/);
  await first.down();
  first.remove();
});
