import type { End } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import type { Stage } from '@/catalogue/fields';
import type { Role } from '@/catalogue/roles';
import type { OilGrade } from '@/core/damper/oils';
import type { LogFigures } from '@/core/logger/figures';
import type { CausePage } from '@/knowledge/causes/page';
import type { DampingTemplate } from '@/knowledge/dampingTemplates';
import type { Component } from '@/knowledge/procedures/components';
import type { TakenProcedure } from '@/knowledge/procedures/procedure';
import type { School } from '@/knowledge/schools';
import type { DrawerShim } from './answers';
import type { KeptCalibration, MoneyPage } from './book';
import type { Feel, RideDocument, SetupDocument, TrialDocument } from './documents';
import type { ComplaintTold } from './present';
import type { OfferedQuote } from './quote';
import type { Decision, LogDocument } from './retune';
import type { ListedSpring } from './springs';
import type { Need, StockItem } from './stock';

/** What pages are handed by the server, one shape for both: the views of the server give it, the pages of the ui take it. */

/** Whose a figure of the machine is that was taken from its model. */
export interface Origin {
  text: string;
  origin: string;
}

export interface StageLine {
  stage: Stage;
  name: string;
  state: 'not begun' | 'begun' | 'complete';
  /** One line: what is still missing, or that nothing is. */
  line: string;
}

/** A job on the stands, at a glance. */
export interface JobBrief {
  id: number;
  machineId: number;
  machine: string;
  customer: string;
  promisedOn: string;
  waitsFor: string;
  lines: StageLine[];
  next: { stage: Stage; action: string };
}

/** A machine due for service, with whom to tell. */
export interface DueLine {
  machineId: number;
  end: End;
  machine: string;
  registration: string;
  owner: string;
  phone: string;
  rule: string;
  on: string | null;
  words: string;
  remindedAt: string | null;
}

/** A ride planned, with what was said and decided. */
export interface Trial {
  id: number;
  n: number;
  setupId: number;
  fromSetupId: number;
  document: TrialDocument;
  token: string;
  plannedAt: string;
  /** Newest first. */
  rides: { document: RideDocument; source: 'bench' | 'phone'; at: string }[];
  decision: { decision: Decision; note: string; at: string } | null;
}

/** The set-up the search began from, and the one in the machine now. */
export interface Setups {
  base: SetupDocument;
  now: SetupDocument;
}

export interface SignedLine {
  id: number;
  corrects: number | null;
  reason: string;
  technician: string;
  signedAt: string;
  seal: string;
  entries: Record<string, { text: string; unit: string | null; value: number | null }>;
}

/** What was fitted on a machine of this model in another job, for whom and what load, and how it rode. */
export interface FittedBefore {
  jobId: number;
  machineId: number;
  /** Make, model and year, and that it is this very machine. */
  machine: string;
  at: string;
  rateNPerMm: Record<End, number | null>;
  /** Rider, passenger, luggage and how it is ridden, as told in that job. */
  told: Entries;
  rode: Feel | null;
}

/** One job as the page receives it. */
export interface BenchData {
  /** Everything written up to then is in it. */
  readAt: string;
  job: { id: number; machineId: number; promisedOn: string; takenInAt: string; handedBackAt: string | null; rideOpen: boolean };
  machine: { id: number; name: string; registration: string; frameNumber: string };
  customer: { id: number; name: string; phone: string };
  entries: Entries;
  figures: Entries;
  /** Where figures of the machine come from that were taken from its model. */
  origins: Record<string, Origin>;
  /** The training case a practice job goes by; null for a real one. */
  practice: string | null;
  lastKnown: Entries;
  springs: ListedSpring[];
  /** The shop's schools, each in its newest version. */
  schools: School[];
  /** In the drawer. */
  shims: DrawerShim[];
  oils: OilGrade[];
  templates: DampingTemplate[];
  /** Fits of this machine's valves to dyno runs, the newest first. */
  calibrations: KeptCalibration[];
  technicians: { id: number; name: string; role: Role }[];
  /** The drawers beside springs and shims. */
  stock: StockItem[];
  money: MoneyPage;
  /** Quotes offered, newest first. */
  quotes: OfferedQuote[];
  /** What the job takes from the drawers, as recorded when the page was made. */
  needs: { needs: Need[]; postUnknown: boolean };
  /** The procedures this job took, as it took them. */
  procedures: TakenProcedure[];
  /** The procedures the Shop book has to offer. */
  book: { id: string; name: string; component: Component; end: End; versions: number }[];
  signed: SignedLine[];
  setupId: number | null;
  /** Springs fitted on machines of this model before, the newest first. */
  fitted: FittedBefore[];
  /** What was told of the machine the last time it was here. */
  toldBefore: { jobId: number; feel: string; cameIn: ComplaintTold[]; since: ComplaintTold[] } | null;
  /** What the machine was handed back with the last time; null for one that is here first. */
  handedBack: { jobId: number; at: string; values: SetupDocument['values'] } | null;
  /** Causes of the Shop book with what they rest on; only where they are shown. */
  reasoning: {
    causes: CausePage[];
    lifeKm: Record<End, number | null>;
    log: Partial<Record<End, LogFigures>> | null;
    outcomes: number;
  } | null;
  /** Rides planned, ridden and decided; the set-up they began from and the one in the machine. */
  trials: Trial[];
  setups: Setups | null;
  /** The job the machine has come back as since. */
  movedOn: number | null;
  /** Logged rides, newest first. */
  runs: LoggedRun[];
}

export interface LoggedRun {
  id: number;
  moment: 'before' | 'after';
  name: string;
  device: 'file' | 'simulated';
  document: LogDocument;
  at: string;
}
