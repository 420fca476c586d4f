/** The kinds of component a procedure leads through and a service rule holds for. */
export const COMPONENTS = {
  'damping-rod-fork': 'Damping-rod fork',
  'open-cartridge': 'Fork, open cartridge',
  'closed-cartridge': 'Fork, closed cartridge',
  'unlike-legs': 'Fork, unlike legs',
  shock: 'Shock, rebuildable, reservoir or bladder',
  'sealed-shock': 'Shock, sealed',
} as const;
export type Component = keyof typeof COMPONENTS;
