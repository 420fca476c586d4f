import { sayMetric } from '@/core/units/say';
import { tensionFinding, unlikelyFindings } from '@/judgement/findings/asked';
import { factsOf } from '@/judgement/model/facts';
import { SCHOOLS } from '@/knowledge/schools';
import { entriesOf } from './entries';

const MACHINE = { 'machine.type': 'enduro', 'machine.travel.rear': '310', 'machine.travel.front': '300' };
const leads = (job: Record<string, string>, of: typeof tensionFinding) =>
  of(factsOf(entriesOf({ 'rider.mass': '85', ...job }), entriesOf(MACHINE), SCHOOLS), 'rear').map((f) => sayMetric(f.lead));

test('a target hardly any machine has and a mark of another unit are asked about; what is usual passes', () => {
  expect(leads({}, unlikelyFindings)).toEqual([]);
  expect(leads({ 'springs.rear.target.rider': '100', 'found.rear.spring': '66' }, unlikelyFindings)).toEqual([]);
  expect(leads({ 'springs.rear.target.rider': '35' }, unlikelyFindings)).toEqual(['Rear: 35 mm of rider sag on 310 mm of travel.']);
  expect(leads({ 'found.rear.spring': '380' }, unlikelyFindings)).toEqual(['Rear: 380.0 N/mm is hardly a spring of this machine.']);
});

test('sags that no such machine would show on the marked spring are said, with what is likeliest off', () => {
  const sags = (spring: string) => ({
    'found.rear.spring': spring,
    'found.rear.preload.way': 'mm',
    'found.rear.preload.reading': '9',
    'measure.rear.style': 'ruler',
    'measure.rear.unladen.1.lifted': '33',
    'measure.rear.unladen.1.pressed': '37',
    'measure.rear.laden.1.lifted': '103',
    'measure.rear.laden.1.pressed': '107',
  });
  expect(leads(sags('62'), tensionFinding)).toEqual([]);
  expect(leads(sags('140'), tensionFinding)).toEqual(['Rear: what was read and what is known contradict one another.']);
});
