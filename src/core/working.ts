/** The shown working of a result: every computed figure opens to its formula, the numbers put in, and the source. */
export type Origin = 'measured' | 'sheet' | 'assumed' | 'computed' | 'given';

export interface WorkingInput {
  symbol: string;
  value: number;
  unit: string;
  origin: Origin;
}

export interface WorkingStep {
  label: string;
  formula: string;
  inputs: WorkingInput[];
  result: number;
  unit: string;
  source: string;
}

export const given = (symbol: string, value: number, unit: string, origin: Origin = 'given'): WorkingInput => ({
  symbol,
  value,
  unit,
  origin,
});
