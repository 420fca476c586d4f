import type { z } from 'zod';
import { leverageOf, lookedUp } from '@/core/leverage/leverage';
import { isToppedOut } from '@/core/measure/sag';
import { ok, type Result, type Warning } from '@/core/result';
import { type Band, KIND_FIGURES, type RestsOn } from '@/core/spring/estimate';
import { estimateSpring } from '@/core/spring/estimated';
import type { Worth } from '@/core/spring/worth';
import { given, type WorkingStep } from '@/core/working';
import { kindOf, usual } from '@/knowledge/inForce';
import type { springEstimateRequest } from '@/schema/computeEstimate';

/** Answers of the operations that estimate. */

export const machineKinds = () =>
  ok({
    kinds: usual().kinds.map(({ id, name, rearSprings, figures, origin }) => ({
      id,
      name,
      rearSprings,
      figures: Object.fromEntries(KIND_FIGURES.map((f) => [f, { ...figures[f], origin }])),
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
  warnings: Warning[];
  working: WorkingStep[];
}

export function springEstimate(request: z.output<typeof springEstimateRequest>): Result<Estimated> {
  const { end, riderKg, marked, sag, target } = request;
  const kind = kindOf(request.kind);
  const travelMm = request.figures.rearTravelMm ?? kind.figures.rearTravelMm.mean;
  const law = request.leverage ? leverageOf(request.leverage, travelMm) : null;
  if (law && !law.ok) return { ok: false, issue: { ...law.issue, path: ['leverage', ...law.issue.path] } };
  const leverage = law ? lookedUp(request.leverage!.kind, law.value, travelMm) : undefined;
  const springs = end === 'front' ? 2 : kind.rearSprings;
  const found = estimateSpring({ end, kind: kind.figures, springs, riderKg, known: request.figures, marked, sag, target, leverage });
  if (!found.ok) return found;
  const { rateNPerMm, preloadMm, restsOn, next } = found.value;
  const isRead = restsOn.some((r) => r.origin === 'read');
  const warnings: Warning[] = sag && isToppedOut(sag.staticMm) ? [{ code: 'topped-out', path: ['sag', 'staticMm'] }] : [];
  return ok({
    rateNPerMm,
    preloadMm,
    restsOn,
    next,
    warnings,
    working: [
      {
        label: 'Right rate, middle of the draws',
        formula: isRead
          ? '(F₂ − F₁) / (s₂ − s₁) of each machine drawn, weighed by the sags read'
          : '(F₂ − F₁) / (s₂ − s₁) of each machine drawn',
        inputs: [
          given('rider', riderKg, 'kg'),
          given('static sag wanted', target.staticSagMm, 'mm'),
          given('rider sag wanted', target.riderSagMm, 'mm'),
          ...(isRead ? [given('marked rate', marked!.rateNPerMm, 'N/mm', 'sheet' as const)] : []),
          ...(isRead ? [given('sag difference read', sag!.riderMm - sag!.staticMm, 'mm', 'measured' as const)] : []),
          given('low end of the band', rateNPerMm.p05, 'N/mm', 'computed'),
          given('high end of the band', rateNPerMm.p95, 'N/mm', 'computed'),
        ],
        result: rateNPerMm.p50,
        unit: 'N/mm',
        source: 'Bayes’ rule over the kind’s spread; force balance at both sags',
      },
    ],
  });
}
