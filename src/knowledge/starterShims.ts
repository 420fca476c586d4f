/** Sizes a bought assortment usually holds, by the post it goes on, mm. Common practice, no source; from memory. */
const steps = (from: number, to: number, by: number) => Array.from({ length: Math.round((from - to) / by) + 1 }, (_, i) => from - i * by);

export const ASSORTMENTS: readonly { innerMm: number; name: string; diametersMm: readonly number[]; thicknessesMm: readonly number[] }[] = [
  { innerMm: 6, name: '6 mm, cartridge forks', diametersMm: [...steps(22, 12, 2), 17, 11, 10], thicknessesMm: [0.1, 0.15, 0.2, 0.25, 0.3] },
  { innerMm: 8, name: '8 mm, base valves', diametersMm: steps(30, 14, 2), thicknessesMm: [0.1, 0.15, 0.2, 0.25, 0.3] },
  { innerMm: 10, name: '10 mm, small shocks', diametersMm: steps(36, 16, 2), thicknessesMm: [0.1, 0.15, 0.2, 0.25, 0.3] },
  { innerMm: 12, name: '12 mm, shocks', diametersMm: steps(44, 18, 2), thicknessesMm: [0.1, 0.15, 0.2, 0.25, 0.3] },
  { innerMm: 16, name: '16 mm, large shocks', diametersMm: steps(44, 22, 2), thicknessesMm: [0.1, 0.15, 0.2, 0.25, 0.3] },
];
