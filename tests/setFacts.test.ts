import { factsOf } from '@/judgement/model/facts';
import { figure } from '@/core/units/say';
import { PROCEDURES } from '@/knowledge/procedures/shipped';
import { alongAxis, historyLine, type HistoryPoint } from '@/judgement/reason/history';
import { placeLineage } from '@/judgement/job/lineage';
import { balanceWords } from '@/judgement/findings/balance';
import { legsSet, torquesOf } from '@/judgement/model/set';
import { entriesOf } from './entries';

/** Setting up and the lineage: what is said of legs, balance and torques; where set-ups stand on the tree. */

test('legs are compared as set, else as fitted, one missing side included; a fork built with unlike legs is no fault', () => {
  const fitted = { 'fitted.front.compression.left.out': '12', 'fitted.front.compression.right.out': '12' };
  expect(legsSet(factsOf(entriesOf(fitted), {}))).toMatchObject({ both: 1, differ: [] });
  const set = entriesOf({ ...fitted, 'set.as.front.compression.right.out': '14', 'fitted.front.oilLevel.left': '120' });
  expect(legsSet(factsOf(set, {}))).toEqual({
    both: 1,
    built: false,
    differ: [
      { key: 'front.compression.left.out', label: 'compression', left: '12', right: '14' },
      { key: 'front.oilLevel.left', label: 'oil level', left: [figure('mm', 120, 'tenth')], right: 'not noted' },
    ],
  });
  expect(legsSet(factsOf({ ...set, ...entriesOf({ 'set.legsAgree': 'built' }) }, {}))).toMatchObject({ built: true });
});

test('balance: the livelier end is named, and nothing is said before both are counted', () => {
  expect(balanceWords(entriesOf({ 'set.rear.bounce.overshoots': '1' }))).toBeNull();
  expect(balanceWords(entriesOf({ 'set.rear.bounce.overshoots': '1', 'set.front.bounce.overshoots': '1' }))?.alike).toBe(true);
  const unlike = balanceWords(entriesOf({ 'set.rear.bounce.overshoots': '4', 'set.front.bounce.overshoots': '0' }))!;
  expect([unlike.alike, /^The rear swings on longer than the front/.test(unlike.words)]).toEqual([false, true]);
});

test('torques come in the order of work, each with its origin, steps before the loose list', () => {
  const procedure = PROCEDURES.find((p) => p.id === 'shock')!;
  const step = procedure.steps.findIndex((s) => s.id === 'shock-on') + 1;
  const entries = entriesOf({
    [`work.1.${step}.torque.2`]: '44',
    [`work.1.${step}.origin.2`]: 'maker’s manual',
    'torque.1.value': '20 N·m',
  });
  expect(torquesOf(entries, [{ n: 1, version: 0, procedure }]).map((t) => [t.i, t.place, t.entry.value, t.origin])).toEqual([
    [1, 'Lower mount', 44, 'maker’s manual'],
    [2, 'fastener', 20, ''],
  ]);
});

test('the tree: a first child goes on along its parent’s lane, a second opens its own', () => {
  const node = (id: number, parentId: number | null) => ({ id, parentId, at: '2026-01-01' });
  // 1 – 2 – 3, back to 2: 4 – 6; back to 1: 5; 7 of unknown parent.
  const placed = placeLineage([node(6, 4), node(1, null), node(3, 2), node(2, 1), node(4, 2), node(5, 1), node(7, 99)]);
  expect(placed.map((p) => [p.node.id, p.order, p.lane])).toEqual([
    [1, 0, 0],
    [2, 1, 0],
    [3, 2, 0],
    [4, 3, 1],
    [5, 4, 2],
    [6, 5, 1],
    [7, 6, 3],
  ]);
});

test('history runs along days, distance or hours, and leaves out what was not read', () => {
  const end = (riderMm: number | null) => ({ staticMm: null, riderMm, effectiveNPerMm: null, usedMm: null });
  const point = (jobId: number, at: string, distanceKm: number | null, riderMm: number | null): HistoryPoint => ({
    jobId,
    at,
    distanceKm,
    hours: null,
    ends: { rear: end(riderMm), front: end(null) },
  });
  const points = [
    point(3, '2026-03-01T08:00:00Z', 9000, 104),
    point(1, '2026-01-01T08:00:00Z', 2000, 96),
    point(2, '2026-02-01T08:00:00Z', null, 99),
  ];
  expect(alongAxis(points, 'days')).toEqual([59, 0, 31]);
  expect(historyLine(points, 'days', 'rear', 'riderMm')).toEqual([
    [0, 96],
    [31, 99],
    [59, 104],
  ]);
  expect(historyLine(points, 'distance', 'rear', 'riderMm')).toEqual([
    [2000, 96],
    [9000, 104],
  ]);
  expect(historyLine(points, 'hours', 'rear', 'riderMm')).toEqual([]);
});
