/**
 * Usual places of what is put on a machine, as a share of the wheelbase forward of the rear axle, of a machine whose kind nobody has named.
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
