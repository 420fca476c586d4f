import { figuresOf } from '../result';
import fc from 'fast-check';
import { spacerFor } from './spacer';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('spring, spacer and preload fill the same leg before and after; what leaves no room is refused with how much is over', () => {
  fc.assert(
    fc.property(
      mm(0, 250),
      mm(200, 500),
      mm(200, 500),
      mm(0, 40),
      mm(0, 40),
      (spacerMm, oldFreeMm, newFreeMm, preloadNowMm, preloadWantedMm) => {
        const found = spacerFor({ spacerMm, oldFreeMm, newFreeMm, preloadNowMm, preloadWantedMm });
        // The room between washer and cap: spacer plus the spring as squeezed.
        const room = spacerMm + oldFreeMm - preloadNowMm;
        const left = room - (newFreeMm - preloadWantedMm);
        if (found.ok) expect([found.value.spacerMm, found.value.spacerMm >= 0]).toEqual([expect.closeTo(left, 8), true]);
        else
          expect([found.issue.code, left < -5e-10, figuresOf(found.issue).over]).toEqual([
            'spacer-no-room',
            true,
            expect.closeTo(-left, 9),
          ]);
      },
    ),
  );
  expect(spacerFor({ spacerMm: 130, oldFreeMm: 380, newFreeMm: 365, preloadNowMm: 15, preloadWantedMm: 20 })).toMatchObject({
    ok: true,
    value: { spacerMm: 150 },
  });
});
