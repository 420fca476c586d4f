/**
 * What explains a complaint, as a network of two layers (a "noisy-or" network; Pearl, Probabilistic Reasoning in Intelligent Systems, ch. 4, from memory).
 *
 * Causes are there or not, each by itself with its prior. A complaint is brought about by any cause that is there and whose link fires, each link with its own
 * strength, or by something nobody listed (the leak). What is measured bears on single causes: it is that many times likelier where the cause is there than
 * where it is not.
 */
export interface Cause {
  id: string;
  /** Share of machines that come in with it, before anything is known of this one. */
  prior: number;
}

export interface Link {
  cause: string;
  /** Share of machines with this cause whose rider would tell of the complaint. */
  strength: number;
}

export interface Complaint {
  id: string;
  /** Share of riders who tell of it for a reason not on the list. */
  leak: number;
  links: readonly Link[];
}

/** How much a statement speaks for or against a cause: likelihood ratios, one above 1 and one below. */
export interface Bearing {
  evidence: string;
  cause: string;
  /** P(statement holds | cause there) / P(statement holds | not there). */
  ifTrue: number;
  /** The same where it was looked at and does not hold. */
  ifFalse: number;
}

export interface Evidence {
  id: string;
  /** Statements of one family are witnesses of the same event: see WITNESS_SHARE. */
  family: string;
  /** What has to be done to know it; '' where nothing more can be done. */
  measurement: string;
  /** How long that takes. */
  minutes: number;
  /** Told, not measured: it weighs like any other statement, but no cause leads on it alone. */
  hearsay?: boolean;
}

/** A statement looked at: 1 holds, 0 does not, between them as far as the reading can tell. */
export interface Observed {
  evidence: string;
  credence: number;
}

export interface Knowledge {
  causes: readonly Cause[];
  evidence: readonly Evidence[];
  bearings: readonly Bearing[];
}

export interface Witness {
  evidence: string;
  /** By how much it multiplies the odds of the cause, after its family's discount. */
  factor: number;
}

export interface WeighedCause {
  id: string;
  prior: number;
  /** P(the cause is there | everything known). */
  present: number;
  /** P(it has a hand in at least one complaint told | everything known); `present` where none is told. Never above `present`. */
  explains: number;
  /** Linked to a complaint told. */
  linked: boolean;
  /** Some statement known speaks for it. */
  supported: boolean;
  witnesses: Witness[];
}

export interface Measurement {
  id: string;
  /** What knowing it is expected to tell about the causes that could explain what is told, in bits. */
  worthBits: number;
  minutes: number;
  /** The causes it tells most about, most first. */
  decides: string[];
}

/**
 * Several statements of one family about one cause (the sag is low; the ideal spring is stiffer; the force at full travel is small) rest on the same
 * weights and readings. The strongest counts whole, each other with this share of its logarithm. From memory.
 */
export const WITNESS_SHARE = 1 / 3;

/** Fetching the tool and writing it down, minutes: measurements are ordered by what they tell a minute, and none takes no time. From memory. */
export const OVERHEAD_MIN = 2;

/** More complaints than this are not weighed together: the sum has two to the power of them terms, and no rider tells of so many. */
export const MAX_COMPLAINTS = 8;
