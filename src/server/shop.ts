import { beginClosing, closeDb, db } from '@/db/client';
import { noneBranchOpened } from '@/db/queries/branches';
import { noneForgetDelivered } from '@/db/queries/delivered';
import { keepBackingUp } from './keeping/backups';
import { closeAside } from './aside';
import { doorOfShop } from './book/book';
import { openGate } from './door/gate';
import { closeInstruments, openInstruments } from './instruments/instruments';
import { cutPages, hearElsewhere, keepTelling } from './live/live';
import { hearOthers } from './live/others';
import { openEntrance } from './door/people';
import { doorPort, openDoor, shutDoor } from './door/ridersDoor';
import { bookInForce } from './book/usual';

/** Closing ends by then, whatever is still under way. */
const LONGEST_CLOSING_MS = 4500;

/** A page that waited longer than this with what it has to send is not sent twice any more: it asks. */
const DELIVERED_KEPT_DAYS = 30;

/** Opens the shop's base for this process and closes it in good order when asked to stop. */
export async function openShop(): Promise<void> {
  try {
    await db();
  } catch (failure) {
    console.error(failure instanceof Error ? failure.message : failure);
    process.exit(3);
  }
  // A page of the book that no longer reads is named, and what the book began with stands in: the shop opens all the same.
  await bookInForce().catch((failure: unknown) => console.error(failure));
  await noneBranchOpened(await db()).catch((failure: unknown) => console.error(failure));
  await noneForgetDelivered(await db(), DELIVERED_KEPT_DAYS).catch((failure: unknown) => console.error(failure));
  await openEntrance();
  openGate();
  // Other processes over the same base change it too.
  const readAnew = (what: 'entrance' | 'book') =>
    void (what === 'book' ? bookInForce() : openEntrance()).catch((failure: unknown) => console.error(failure));
  await hearOthers(
    (said, from) => (said.what === 'entrance' || said.what === 'book' ? readAnew(said.what) : hearElsewhere(said, from)),
    () => {
      readAnew('entrance');
      readAnew('book');
      cutPages();
    },
  );
  keepTelling();
  await openInstruments();
  keepBackingUp();
  // A page that does not read leaves the door shut: the shop opens all the same.
  const door = await doorOfShop().catch((failure: unknown) => console.error(failure));
  if (door?.open && !(await openDoor())) console.error(`Port ${doorPort()} is taken: phones cannot open the rider's sheet.`);
  const stop = () => {
    beginClosing();
    setTimeout(() => process.exit(1), LONGEST_CLOSING_MS).unref();
    closeInstruments();
    Promise.all([closeDb(), closeAside(), shutDoor()]).then(
      () => process.exit(0),
      () => process.exit(1),
    );
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
}
