/**
 * Usual places of what is put on a machine, as a share of the wheelbase forward of the rear axle, and usual unsprung masses.
 * All from memory: they stand in until somebody measures, and are shown as assumed.
 */
export type Place = 'rider' | 'passenger' | 'panniers' | 'top-box' | 'tank-bag' | 'tail' | 'tank' | 'tools' | 'water';

export const USUAL_PLACE_SHARE: Record<Place, number> = {
  rider: 0.42,
  passenger: 0.12,
  panniers: 0.02,
  'top-box': -0.2,
  'tank-bag': 0.6,
  tail: -0.05,
  tank: 0.55,
  tools: 0.3,
  water: 0.1,
};

/** Height above the ground at which a thing is drawn, as a share of the wheelbase: for the side view only. */
export const DRAWN_HEIGHT_SHARE: Record<Place, number> = {
  rider: 0.72,
  passenger: 0.74,
  panniers: 0.42,
  'top-box': 0.66,
  'tank-bag': 0.66,
  tail: 0.62,
  tank: 0.56,
  tools: 0.36,
  water: 0.5,
};

export type MachineType = 'small' | 'trail' | 'road' | 'tourer' | 'racer';

/** Wheel, tyre, disc and lower legs; wheel, tyre, disc, sprocket and the swing-arm's share. kg, from memory. */
export const UNSPRUNG_KG_BY_TYPE: Record<MachineType, { front: number; rear: number }> = {
  small: { front: 10, rear: 12 },
  trail: { front: 15, rear: 18 },
  road: { front: 16, rear: 20 },
  tourer: { front: 20, rear: 27 },
  racer: { front: 13, rear: 16 },
};
export const USUAL_UNSPRUNG_KG = UNSPRUNG_KG_BY_TYPE.road;

/** Front wheel's share of a bare machine's mass, where no wheel was weighed. From memory. */
export const USUAL_FRONT_SHARE: Record<MachineType, number> = { small: 0.46, trail: 0.48, road: 0.49, tourer: 0.48, racer: 0.52 };
