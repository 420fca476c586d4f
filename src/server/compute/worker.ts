import { type ChangedUsual, putInForce } from '@/knowledge/inForce';
import { compute, type ComputeAnswer } from './operations';

/** What a worker thread runs: one request of the contract, away from the thread that serves the shop. */
export default function run({
  operation,
  request,
  changed,
}: {
  operation: string;
  request: unknown;
  changed: ChangedUsual;
}): ComputeAnswer {
  putInForce(changed);
  return compute(operation, request);
}
