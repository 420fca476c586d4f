import { expect, test } from '@playwright/test';
import { mainPath } from './path';
import { Server, serverBase } from './server';

/** The same over a PostgreSQL server, begun by verify where one is installed. */

test.skip(!process.env.MAVRIN_TEST_SERVER, 'no PostgreSQL server is installed');

test.describe('the main path', () => {
  mainPath(async () => Server.start(4314, undefined, { DATABASE_URL: await serverBase() }));
});

test.describe('two processes over one base', () => {
  test('people at either see each other and what each writes; who signs in at one is in at both', async ({ browser }) => {
    const environment = { DATABASE_URL: await serverBase(), MAVRIN_TOKEN: 'of-both' };
    const first = await Server.start(4316, undefined, environment);
    const second = await Server.start(4318, undefined, environment);
    const { jobId } = await first.takeIn('Halvik', 'Moor 250');
    const [anna, bram] = await Promise.all([browser.newContext(), browser.newContext()]);
    const [one, two] = [await anna.newPage(), await bram.newPage()];
    await one.goto(`${first.base}/jobs/${jobId}/ask`);
    await two.goto(`${second.base}/jobs/${jobId}/ask`);
    for (const page of [one, two]) await expect(page.getByText('Also here: somebody')).toBeVisible();
    const mass = (page: typeof one) => page.getByRole('textbox', { name: 'Rider in full gear' }).first();
    await mass(one).fill('71');
    await mass(one).press('Enter');
    await expect(mass(two)).toHaveValue('71');
    await mass(two).fill('75');
    await mass(two).press('Enter');
    await expect(mass(one)).toHaveValue('75');
    // A process that is gone takes its pages along, and the other works on.
    await two.close();
    await expect(one.getByText('Also here: somebody')).toBeHidden();
    await second.down('SIGKILL');
    await mass(one).fill('77');
    await mass(one).press('Enter');
    await expect(one.locator('[data-saving=saved]')).toBeVisible();
    await second.up();
    // Who signs in at one process is known by name at the other.
    const made = await one.request.post(`${first.base}/api/technicians`, {
      headers: { origin: first.base },
      data: { name: 'Sunniva Holt', passcode: 'slate yard', role: 'owner' },
    });
    expect(made.ok()).toBe(true);
    const { id } = (await made.json()) as { id: number };
    const signedIn = await anna.request.post(`${first.base}/api/sign-in`, {
      headers: { origin: first.base },
      data: { technicianId: id, passcode: 'slate yard' },
    });
    expect(signedIn.ok()).toBe(true);
    const there = await bram.newPage();
    await there.goto(`${first.base}/jobs/${jobId}/ask`);
    await one.goto(`${second.base}/jobs/${jobId}/ask`);
    await expect(there.getByText('Also here: Sunniva Holt')).toBeVisible();
    await Promise.all([first.down(), second.down()]);
    for (const server of [first, second]) server.remove();
  });
});
