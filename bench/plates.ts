import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { banded } from '@/core/numerics/banded';
import { contactsOf, faceLiftAt } from '@/core/plate/contact';
import { assemble } from '@/core/plate/energy';
import { meshOf, type Plate } from '@/core/plate/mesh';
import { solverOf } from '@/core/plate/solve';

const MATERIAL = { youngsMPa: 206_000, poisson: 0.3 };

/** A linear stack at every pressure as the core solves it, and what to hand to the C++ twin. */
export function linearStack(
  plates: readonly Plate[],
  clampMm: number,
  zoneMm: { inner: number; outer: number },
  pressures: readonly number[],
) {
  const mesh = meshOf(plates, clampMm, [zoneMm.inner, zoneMm.outer], 2, 'inner', 8);
  const contacts = contactsOf(mesh);
  const load = (pressureMPa: number) => ({ pressureMPa, innerMm: zoneMm.inner, outerMm: zoneMm.outer });
  const edge = faceLiftAt(mesh, plates[0]!.outerMm);
  return {
    ours() {
      const { solve } = solverOf(mesh, MATERIAL, contacts);
      let last;
      for (const p of pressures) last = solve(load(p), last);
      return last!.q[edge]!;
    },
    written() {
      const into = { energy: 0, gradient: new Float64Array(mesh.size), hessian: banded(mesh.size, mesh.band) };
      assemble(mesh, MATERIAL, load(1), new Float64Array(mesh.size), into);
      return [
        [mesh.size, mesh.band, mesh.blocks.length, contacts.length, pressures.length, edge],
        mesh.blocks.map((b) => b.from),
        mesh.blocks.map((b) => b.to),
        contacts.map((c) => c.opens),
        contacts.map((c) => c.closes),
        contacts.map((c) => c.gapMm),
        [...into.hessian.data],
        [...into.gradient],
        pressures,
      ]
        .map((row) => row.join(' '))
        .join('\n');
    },
  };
}

/** The same solve in plain C++, built here; null without a compiler. */
export function inCpp(problem: string): { ms: number; liftMm: number } | null {
  const at = mkdtempSync(join(tmpdir(), 'mavrin-plates-'));
  try {
    execFileSync('g++', ['-O2', '-o', join(at, 'plates'), join('bench', 'plates.cpp')], { stdio: 'ignore' });
  } catch {
    return null;
  }
  writeFileSync(join(at, 'problem'), problem);
  const [ms, liftMm] = execFileSync(join(at, 'plates'), [join(at, 'problem')], { encoding: 'utf8' })
    .trim()
    .split(' ')
    .map(Number);
  return { ms: ms!, liftMm: liftMm! };
}
