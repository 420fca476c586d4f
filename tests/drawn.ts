import fc from 'fast-check';

// What a property draws is the same at each run, so that a change is judged by itself and not by the luck of the day.
// MAVRIN_DRAW=any draws anew (a failure prints the seed), MAVRIN_DRAW=<seed> draws that once more.
const wanted = process.env['MAVRIN_DRAW'];
if (wanted !== 'any') fc.configureGlobal({ seed: Number(wanted ?? 20_261_129) });
