import { symmetricEigenvalues } from '../numerics/eigen';
import { ok, type Result } from '../result';
import { type RideMachine, rateAt, restOf } from './machine';

/**
 * Natural frequencies of the machine, stops, dampers and friction left out, springs as stiff as they are at rest: Hz, lowest first (four).
 * Errors: ride-not-held.
 * Source: eigenvalues of M⁻¹ᐟ²·K·M⁻¹ᐟ² by Jacobi's rotations (Golub and Van Loan, Matrix Computations, 8.5).
 */
export function naturalFrequenciesHz(machine: RideMachine): Result<number[]> {
  const [front, rear] = [restOf(machine, 'front'), restOf(machine, 'rear')];
  if (!front.ok) return front;
  if (!rear.ok) return rear;
  const { aheadM: a, behindM: b } = machine;
  const [kf, kr] = [rateAt(machine.front, front.value), rateAt(machine.rear, rear.value)];
  const stiffness = [
    [kf + kr, a * kf - b * kr, -kf, -kr],
    [a * kf - b * kr, a * a * kf + b * b * kr, -a * kf, b * kr],
    [-kf, -a * kf, kf + machine.front.tyreNPerM, 0],
    [-kr, b * kr, 0, kr + machine.rear.tyreNPerM],
  ];
  const root = [machine.sprungKg, machine.pitchInertiaKgM2, machine.front.unsprungKg, machine.rear.unsprungKg].map(Math.sqrt);
  const scaled = stiffness.map((row, i) => row.map((value, j) => value / (root[i]! * root[j]!)));
  return ok(symmetricEigenvalues(scaled).map((value) => Math.sqrt(Math.max(0, value)) / (2 * Math.PI)));
}
