import { err, errAt, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { parseQuantity } from './parse';
import { findUnit, fromCanonical } from './units';

export interface ConvertResult {
  value: number;
  unit: string;
  warnings: Warning[];
  working: WorkingStep[];
}

/**
 * A written quantity in another unit of its dimension.
 * Errors: those of parseQuantity at `value`; unit-unknown and unit-mismatch at `to`; negative for a negative mass.
 * Source: NIST SP 811, appendix B.8.
 */
export function convert(value: string, to: string): Result<ConvertResult> {
  const read = parseQuantity(value);
  if (!read.ok) return errAt(read.issue, ['value']);
  const unit = findUnit(to);
  if (!unit) return err('unit-unknown', ['to'], { unit: to });
  const { dimension, canonical } = read.value;
  if (unit.dimension !== dimension) return err('unit-mismatch', ['to'], { unit: to, wanted: read.value.unit });
  if (dimension === 'mass' && canonical < 0) return err('negative', ['value']);
  const result = fromCanonical(canonical, unit);
  const step: WorkingStep = {
    label: 'Conversion',
    formula: unit.offset === 0 ? 'value × factor' : '(value − offset) / factor',
    inputs: [given('as written', read.value.value, read.value.unit)],
    result,
    unit: unit.name,
    source: 'NIST SP 811, appendix B.8',
  };
  return ok({ value: result, unit: unit.name, warnings: [], working: [step] });
}
