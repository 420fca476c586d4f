import type { z } from 'zod';
import { USUAL_PLACE_SHARE } from '@/core/loads/places';
import type { Leverage } from '@/core/leverage/law';
import { leverageOf, lookedUp } from '@/core/leverage/leverage';
import { isToppedOut } from '@/core/measure/sag';
import { ok, type Result, type Warning } from '@/core/result';
import type { Evidence } from '@/core/spring/choice';
import { otherForceIn } from '@/core/spring/endOf';
import { type Band, type EstimateRequest, KIND_FIGURES, type RestsOn } from '@/core/spring/estimate';
import { estimateSpring } from '@/core/spring/estimated';
import { type LoadJudged, loadsJudged } from '@/core/spring/loaded';
import type { Tension } from '@/core/spring/tension';
import type { Worth } from '@/core/spring/worth';
import { given, type WorkingStep } from '@/core/working';
import { basisOf, carriedShares, casesOf, type LoadId, loadSharesOf, usualOtherOf, usualSags } from '@/judgement/aims/basis';
import { kindOf, usual } from '@/knowledge/inForce';
import { ABSENT_SHARE } from '@/knowledge/practice';
import { CHOICE_ONLY, type springEstimateRequest } from '@/schema/computeEstimate';

/** Answers of the operations that estimate. */

export const machineKinds = () =>
  ok({
    kinds: usual().kinds.map(({ id, name, rearSprings, figures, preloadMm, origin }) => ({
      id,
      name,
      rearSprings,
      figures: Object.fromEntries(KIND_FIGURES.map((f) => [f, { ...figures[f], origin }])),
      preloadMm: { front: { ...preloadMm.front, origin }, rear: { ...preloadMm.rear, origin } },
    })),
    warnings: [] as Warning[],
    working: [
      {
        label: 'Figures of a kind',
        formula: 'mean and one standard deviation of each, independent and normal',
        inputs: [],
        result: usual().kinds.length,
        unit: 'kinds',
        source: 'the Shop book; it begins from memory',
      },
    ] as WorkingStep[],
  });

interface Estimated {
  rateNPerMm: Band;
  preloadMm: Band;
  restsOn: RestsOn[];
  next: Worth[];
  /** Of a choice alone. */
  evidence?: Evidence[];
  loads?: LoadJudged<LoadId>[];
  tension?: Tension | null;
  warnings: Warning[];
  working: WorkingStep[];
}

type Asked = z.output<typeof springEstimateRequest>;

/** The rear's own curve, or why it is none. */
function leverageIn(request: Asked, travelMm: number): Result<Leverage | undefined> {
  if (!request.leverage) return ok(undefined);
  const law = leverageOf(request.leverage, travelMm);
  if (!law.ok) return { ok: false, issue: { ...law.issue, path: ['leverage', ...law.issue.path] } };
  return ok(lookedUp(request.leverage.kind, law.value, travelMm));
}

/** A maker’s sags; what he does not name stands as far from the other as is usual. */
function makersAim({ static: staticMm, rider }: NonNullable<Asked['makersSagMm']>, usualMm: { staticMm: number; riderMm: number }) {
  const apartMm = usualMm.riderMm - usualMm.staticMm;
  const bareMm = staticMm ?? (rider === undefined ? usualMm.staticMm : Math.max(0, rider - apartMm));
  return { staticMm: bareMm, riderMm: rider ?? bareMm + apartMm, onPurpose: true };
}

/** What the choice weighs, from the fields it has of its own; with the sags it aims at. */
function choiceIn(request: Asked, travelMm: number) {
  const { end, passengerKg = 0, luggageKg = 0, loadShares = null, loadSchool = 'as-ridden', pace = null, ground, adjusterMm } = request;
  const kind = kindOf(request.kind);
  const told = Object.entries(ground ?? {}).filter(([, share]) => share > 0);
  const sum = told.reduce((all, [, share]) => all + share, 0);
  const shares = loadSharesOf(loadShares, { passenger: passengerKg > 0, luggage: luggageKg > 0 });
  const carried = carriedShares(loadSchool, shares);
  const onWheel = (place: keyof typeof USUAL_PLACE_SHARE) => (end === 'front' ? USUAL_PLACE_SHARE[place] : 1 - USUAL_PLACE_SHARE[place]);
  const [passengerOn, luggageOn] = [passengerKg * onWheel('passenger'), luggageKg * onWheel('panniers')];
  const usualMm = usualSags(kind.id, end, travelMm);
  const maker = request.makersSagMm;
  const basis = basisOf({
    kind,
    end,
    travelMm,
    travelIsUsual: request.figures[end === 'front' ? 'frontTravelMm' : 'rearTravelMm'] === undefined,
    pace,
    ground: sum > 0 ? Object.fromEntries(told.map(([id, share]) => [id, share / sum])) : null,
    adjusterMm,
    sags: maker && makersAim(maker, usualMm),
    extraKg: carried.passenger * passengerOn + carried.luggage * luggageOn,
  });
  const cases = casesOf(shares, { passengerKg: passengerOn, luggageKg: luggageOn });
  return { ...basis, cases };
}

export function springEstimate(request: Asked): Result<Estimated> {
  const { end, riderKg, marked, target, otherForce } = request;
  const kind = kindOf(request.kind);
  const travel = end === 'front' ? 'frontTravelMm' : 'rearTravelMm';
  const travelMm = request.figures[travel] ?? kind.figures[travel].mean;
  const springs = end === 'front' ? 2 : kind.rearSprings;
  const leverage = leverageIn(request, travelMm);
  if (!leverage.ok) return leverage;
  const other = otherForce ? otherForceIn(otherForce, travelMm, springs) : null;
  if (other && !other.ok) return { ok: false, issue: { ...other.issue, path: ['otherForce', ...other.issue.path] } };
  const choice = target ? null : choiceIn(request, travelMm);
  const sag = request.sag && {
    staticMm: request.sag.staticMm ?? null,
    riderMm: request.sag.riderMm ?? null,
    uncertaintyMm: request.sag.uncertaintyMm,
  };
  const asked: EstimateRequest = {
    end,
    kind: kind.figures,
    springs,
    riderKg,
    known: request.figures,
    marked,
    sag,
    target: target ?? choice!.target,
    leverage: leverage.value,
    other: other?.value.force,
    usualOther: other ? undefined : usualOtherOf(end, travelMm, springs, choice ? 0 : ABSENT_SHARE),
    choice: choice?.choice,
  };
  const found = estimateSpring(asked);
  if (!found.ok) return found;
  const { rateNPerMm, preloadMm, restsOn, next, evidence, tension } = found.value;
  const warnings: Warning[] = [
    ...(sag && sag.staticMm !== null && isToppedOut(sag.staticMm) ? [{ code: 'topped-out' as const, path: ['sag', 'staticMm'] }] : []),
    ...(target ? CHOICE_ONLY.filter((f) => request[f] !== undefined).map((f): Warning => ({ code: 'target-alone', path: [f] })) : []),
  ];
  const loads = choice ? loadsJudged(found.value, choice.cases, request.adjusterMm) : undefined;
  return ok({
    rateNPerMm,
    preloadMm,
    restsOn,
    next,
    ...(choice ? { evidence, tension, loads: loads! } : {}),
    warnings,
    working: workingOf(request, asked, rateNPerMm, restsOn),
  });
}

function workingOf(request: Asked, asked: EstimateRequest, rateNPerMm: Band, restsOn: RestsOn[]): WorkingStep[] {
  const { riderKg, marked, target } = request;
  const isRead = restsOn.some((r) => r.origin === 'read');
  const weighed = isRead ? ', weighed by the sags read' : '';
  return [
    {
      label: target ? 'Right rate, middle of the draws' : 'Chosen rate, middle of the draws',
      formula: target
        ? `(F₂ − F₁) / (s₂ − s₁) of each machine drawn${weighed}`
        : `least of all misses of practice, sags, preload and reserve, of each machine drawn${weighed}`,
      inputs: [
        given('rider', riderKg, 'kg'),
        given('static sag aimed at', asked.target.staticSagMm, 'mm', target ? undefined : 'computed'),
        given('rider sag aimed at', asked.target.riderSagMm, 'mm', target ? undefined : 'computed'),
        ...(isRead ? [given('marked rate', marked!.rateNPerMm, 'N/mm', 'sheet' as const)] : []),
        given('low end of the band', rateNPerMm.p05, 'N/mm', 'computed'),
        given('high end of the band', rateNPerMm.p95, 'N/mm', 'computed'),
      ],
      result: rateNPerMm.p50,
      unit: 'N/mm',
      source: target ? 'Bayes’ rule over the kind’s spread; force balance at both sags' : 'docs/methods.md, “The choice of a spring”',
    },
  ];
}
