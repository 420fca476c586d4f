/** One way to ask: parameterised SQL, rows as plain objects. The name of the method says how many rows are expected. */
export interface Sql {
  many<Row>(text: string, parameters?: unknown[]): Promise<Row[]>;
  maybeOne<Row>(text: string, parameters?: unknown[]): Promise<Row | null>;
  one<Row>(text: string, parameters?: unknown[]): Promise<Row>;
  none(text: string, parameters?: unknown[]): Promise<void>;
}

export interface Db extends Sql {
  /** Runs `work` in one transaction; inside it only the handle given may be used. */
  transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T>;
  /** Returns when everything acknowledged so far would outlive a power cut. */
  makeDurable(): Promise<number>;
  /** Everything acknowledged up to this moment of this computer's clock is on the disk, ms. */
  durableUpToMs(): number;
  /** Reads one state of the base, whatever is written meanwhile. */
  snapshot<T>(work: (sql: Sql) => Promise<T>): Promise<T>;
  /** The whole base, packed, as it stands now; a server has means of its own and packs nothing. */
  dump: (() => Promise<Uint8Array>) | null;
  /** Says something to every other process that has this base open; one that is embedded has none. */
  tellOthers(words: string): Promise<void>;
  /** Hears what other processes say; null where the line was cut meanwhile, and what was said is not known. */
  hearOthers(hear: (words: string | null) => void): void;
  close(): Promise<void>;
}

/** What both engines answer to. */
export interface Queryable {
  query<Row>(text: string, parameters?: unknown[]): Promise<{ rows: Row[] }>;
}

/** What an engine's failure tells beside its words. */
interface EngineFailure {
  code?: string;
  constraint?: string;
  message: string;
}

/** What the engine's codes mean (PostgreSQL, appendix A). */
const REFUSED_BY: Record<string, string> = { '23502': 'not null', '23503': 'foreign key', '23505': 'unique', '23514': 'check' };

/** Our own refusals, raised by triggers: they hold nothing that was typed. */
const OWN_WORDS = /MAVRIN_[A-Z_]+(: [^\n]*)?/;

/** A query the base refused. The engine's own words, details and parameters may hold what somebody typed: none of it goes on into logs or answers. */
export class QueryFailed extends Error {
  readonly code: string;
  constructor({ code = '', constraint, message }: EngineFailure, text: string) {
    const why =
      OWN_WORDS.exec(message)?.[0] ?? `the base refused it, it violates ${REFUSED_BY[code] ?? code}${constraint ? ` ${constraint}` : ''}`;
    super(`${why}: ${text.replace(/\s+/g, ' ').trim().slice(0, 80)}`);
    this.name = 'QueryFailed';
    this.code = code;
  }
}

/** A server that does not answer, is closing, or takes no more connections (PostgreSQL, classes 08, 53 and 57): to be asked again in a moment. */
export class BaseAway extends Error {
  /** @param isKnown that nothing was written: not where the answer to the last word of a change was lost */
  constructor(cause: unknown, isKnown = true) {
    super(
      isKnown
        ? 'The server with the book does not answer. Nothing was written; try again in a moment.'
        : 'The server with the book went away as it was writing this: look whether it is there before you send it again.',
      { cause },
    );
    this.name = 'BaseAway';
  }
}
const AWAY = /^(ECONN|EPIPE|ETIMEDOUT|EHOSTUNREACH|08|53300|57P0)/;
/** It answers, and took too long over this one: a limit of statements, locks or idle transactions (classes 57, 55 and 25). */
const TOO_LONG = /^(57014|55P03|25P03)/;
/** The driver names some of these by words alone. */
const AWAY_WORDS = /connection terminated|timeout exceeded when trying to connect|not queryable/i;
export const isAway = (failure: unknown): boolean =>
  failure instanceof Error && (AWAY.test((failure as { code?: string }).code ?? '') || AWAY_WORDS.test(failure.message));

const tookTooLong = (failure: unknown): boolean => failure instanceof Error && TOO_LONG.test((failure as { code?: string }).code ?? '');

const isEngineFailure = (failure: unknown): failure is EngineFailure & Error =>
  failure instanceof Error && 'code' in failure && !(failure instanceof QueryFailed);

/** The one way to ask, over an engine that is open. */
export function sqlOn(engine: Queryable): Sql {
  const asked = async <Row>(text: string, parameters: unknown[]) => {
    try {
      return await engine.query<Row>(text, parameters);
    } catch (failure) {
      if (isAway(failure) || tookTooLong(failure)) throw new BaseAway(failure);
      throw isEngineFailure(failure) ? new QueryFailed(failure, text) : failure;
    }
  };
  const many = async <Row>(text: string, parameters: unknown[] = []) => (await asked<Row>(text, parameters)).rows;
  const maybeOne = async <Row>(text: string, parameters: unknown[] = []) => {
    const rows = await many<Row>(text, parameters);
    if (rows.length > 1) throw new Error(`expected at most one row, found ${rows.length}`);
    return rows[0] ?? null;
  };
  return {
    many,
    maybeOne,
    one: async <Row>(text: string, parameters: unknown[] = []) => {
      const row = await maybeOne<Row>(text, parameters);
      if (row === null) throw new Error('expected one row, found none');
      return row;
    },
    none: async (text, parameters = []) => {
      await asked(text, parameters);
    },
  };
}

/** Share of letter triples two words must have in common to count as spelt alike: two letters changed places in a word of five. From memory. */
export const ALIKE_FROM = 0.2;
