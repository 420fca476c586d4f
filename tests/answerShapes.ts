import type { z } from 'zod';
import type * as answers from '@/schema/answers';
import type { keepCalibration } from '@/server/book/book';
import type { addScript, addTechnician } from '@/server/door/people';
import type { importList } from '@/server/exchange/imports';
import type { search } from '@/server/find';
import type { duplicateJob, leftByJob, torquesOfModel } from '@/server/jobs/otherJobs';
import type { beginPractice } from '@/server/jobs/practice';
import type { undo } from '@/server/jobs/record';
import type { correctRebuild } from '@/server/jobs/sign';
import type { takeIn } from '@/server/jobs/takeIn';
import type { bringBack, makeArchive } from '@/server/keeping/backups';
import type { sealsNow } from '@/server/keeping/seals';
import type { reachOf } from '@/server/machines/customers';
import type { alikeTo } from '@/server/machines/likeness';
import type { machinesOfModel, takeFromModel } from '@/server/machines/model';
import type { importSprings } from '@/server/stock/drawers';
import type { returnSpring } from '@/server/stock/returned';
import type { moveShims } from '@/server/stock/shims';
import type { importStock } from '@/server/stock/stock';

/** What a use case gives is what the page parses: held by the compiler. A pair that does not agree is `never` here, and `true` is not. */

type Given<F> = F extends (...asked: never[]) => Promise<infer A>
  ? A extends { ok: boolean }
    ? Extract<A, { ok: true }>['value' & keyof Extract<A, { ok: true }>]
    : NonNullable<A>
  : never;
type Agrees<F, S extends keyof typeof answers> =
  (typeof answers)[S] extends z.ZodType<infer Shape> ? ([Given<F>] extends [never] ? never : Given<F> extends Shape ? true : never) : never;

export const AGREED: {
  calibration: Agrees<typeof keepCalibration, 'calibrationAnswer'>;
  script: Agrees<typeof addScript, 'scriptAnswer'>;
  technician: Agrees<typeof addTechnician, 'technicianAnswer'>;
  imported: Agrees<typeof importList, 'importedAnswer'>;
  found: Agrees<typeof search, 'foundAnswer'>;
  duplicate: Agrees<typeof duplicateJob, 'jobOpenedAnswer'>;
  left: Agrees<typeof leftByJob, 'leftAnswer'>;
  torques: Agrees<typeof torquesOfModel, 'modelTorquesAnswer'>;
  practice: Agrees<typeof beginPractice, 'jobOpenedAnswer'>;
  undone: Agrees<typeof undo, 'undoneAnswer'>;
  corrected: Agrees<typeof correctRebuild, 'correctedAnswer'>;
  taken: Agrees<typeof takeIn, 'jobOpenedAnswer'>;
  broughtBack: Agrees<typeof bringBack, 'archiveTakenAnswer'>;
  archive: Agrees<typeof makeArchive, 'archiveAnswer'>;
  seals: Agrees<typeof sealsNow, 'sealsAnswer'>;
  promise: Agrees<typeof reachOf, 'promiseAnswer'>;
  alike: Agrees<typeof alikeTo, 'alikeAnswer'>;
  ofModel: Agrees<typeof machinesOfModel, 'ofModelAnswer'>;
  figures: Agrees<typeof takeFromModel, 'figuresTakenAnswer'>;
  list: Agrees<typeof importSprings, 'listTakenAnswer'>;
  spring: Agrees<typeof returnSpring, 'springAnswer'>;
  shim: Agrees<typeof moveShims, 'drawerShimAnswer'>;
  counted: Agrees<typeof importStock, 'listCountedAnswer'>;
} = {
  calibration: true,
  script: true,
  technician: true,
  imported: true,
  found: true,
  duplicate: true,
  left: true,
  torques: true,
  practice: true,
  undone: true,
  corrected: true,
  taken: true,
  broughtBack: true,
  archive: true,
  seals: true,
  promise: true,
  alike: true,
  ofModel: true,
  figures: true,
  list: true,
  spring: true,
  shim: true,
  counted: true,
};
