import { say, sayMetric } from '@/core/units/say';
import { SCHOOLS } from '@/knowledge/schools';
import { CAUSES } from '@/knowledge/causes/shipped';
import { MEASUREMENTS, placeOf } from '@/knowledge/causes/statements';
import { CASES, machineNamed } from '@/knowledge/training/cases';
import { knownOf, modelsWay, reasonedOf } from '@/judgement/job/training';

/** The training set stands on the engine itself: its readings are computed, and its truths are what the evidence comes to. */

test('there are cases enough, each its own, over many causes', () => {
  expect(CASES.length).toBeGreaterThanOrEqual(12);
  expect(new Set(CASES.map((c) => c.id)).size).toBe(CASES.length);
  expect(new Set(CASES.map((c) => c.truth)).size).toBeGreaterThanOrEqual(10);
});

describe.each(CASES.map((c) => [c.id, c] as const))('%s', (_, c) => {
  test('is told whole: a machine, measurements that exist, a cause of the book', () => {
    expect(machineNamed(c)).toMatch(/^[A-Z]/);
    for (const m of Object.keys(c.reveals)) expect(Object.keys(MEASUREMENTS)).toContain(placeOf<string>(m).id);
    expect(CAUSES.map((p) => p.id)).toContain(placeOf<string>(c.truth).id);
  });
  test('with all of its evidence the model comes to what was found', () => {
    const { leading } = reasonedOf(c, Object.keys(c.reveals), SCHOOLS, CAUSES);
    expect(leading?.id).toBe(c.truth);
  });
  test('the model’s own way comes to it too, and before anything is measured nothing leads', () => {
    expect(reasonedOf(c, [], SCHOOLS, CAUSES).leading?.id ?? null).not.toBe(c.truth);
    expect(modelsWay(c, SCHOOLS, CAUSES).ends).toBe(c.truth);
  });
  test('every measurement shows something', () => {
    const before = JSON.stringify(reasonedOf(c, [], SCHOOLS, CAUSES).reads);
    for (const m of Object.keys(c.reveals)) expect([m, JSON.stringify(reasonedOf(c, [m], SCHOOLS, CAUSES).reads)]).not.toEqual([m, before]);
    expect(Object.keys(knownOf(c, Object.keys(c.reveals), SCHOOLS).entries).length).toBeGreaterThan(10);
  });
  test('in inches and pounds no sentence keeps a metric figure', () => {
    const { reads } = reasonedOf(c, Object.keys(c.reveals), SCHOOLS, CAUSES);
    expect(reads.some((r) => /\d (mm|kg|N\/mm|bar|km)\b/.test(sayMetric(r.words)))).toBe(true);
    for (const { words } of reads) expect(say(words, 'imperial')).not.toMatch(/\d (mm|kg|N\/mm|bar|km|m\/s)\b/);
  });
});
