/**
 * Usual places of what is put on a machine, as a share of the wheelbase forward of the rear axle, and usual unsprung masses.
 * All from memory: they stand in until somebody measures, and are shown as assumed.
 */
export type Place = 'rider' | 'passenger' | 'panniers' | 'top-box' | 'tank-bag' | 'tail' | 'tank';

export const USUAL_PLACE_SHARE: Record<Place, number> = {
  rider: 0.42,
  passenger: 0.12,
  panniers: 0.02,
  'top-box': -0.2,
  'tank-bag': 0.6,
  tail: -0.05,
  tank: 0.55,
};

/** Wheel, tyre, disc and lower legs; wheel, tyre, disc, sprocket and the swing-arm's share. kg, from memory. */
export const USUAL_UNSPRUNG_KG = { front: 16, rear: 20 } as const;
