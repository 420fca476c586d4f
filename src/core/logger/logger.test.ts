import FFT from 'fft.js';
import fc from 'fast-check';
import { fftInPlace } from '../numerics/fft';
import { seeded } from '../numerics/random';
import { decayIn } from './decay';
import { BINS, figuresOf, logFigures } from './figures';
import { simulateLog } from './simulate';
import { resonanceOf, spectrumOf } from './spectrum';
import { speedsMmPerS, type Trace, traceOf } from './trace';

const trace = (of: (t: number) => number, seconds: number, fullMm = 300, hz = 200): Trace => ({
  hz,
  fullMm,
  travelMm: Float64Array.from({ length: Math.round(seconds * hz) + 1 }, (_, i) => of(i / hz)),
});

describe('transform', () => {
  test.each([8, 64, 1024])('agrees with a general package at %i points, and with the sum itself', (n) => {
    const next = seeded(n);
    const [re, im] = [Float64Array.from({ length: n }, () => next() - 0.5), Float64Array.from({ length: n }, () => next() - 0.5)];
    const packed = [...re].flatMap((x, i) => [x, im[i]!]);
    const general = new FFT(n);
    const out = general.createComplexArray();
    general.transform(out, packed);
    const k = 3;
    const direct = [...re].reduce(
      (sum, x, i) => sum + x * Math.cos((2 * Math.PI * k * i) / n) + im[i]! * Math.sin((2 * Math.PI * k * i) / n),
      0,
    );
    fftInPlace(re, im);
    for (let i = 0; i < n; i += 1) {
      expect(re[i]).toBeCloseTo(out[2 * i]!, 9);
      expect(im[i]).toBeCloseTo(out[2 * i + 1]!, 9);
    }
    expect(re[k]).toBeCloseTo(direct, 9);
  });
});

/** Closed form of a damped oscillator let go at x₀ from rest: x = x₀ e^(−ζω₀t)(cos ω_d t + ζω₀/ω_d sin ω_d t). Source: Thomson, Theory of Vibration, ch. 2. */
const letGo = (x0: number, hz: number, zeta: number) => (t: number) => {
  const [w0, wd] = [2 * Math.PI * hz, 2 * Math.PI * hz * Math.sqrt(1 - zeta * zeta)];
  return x0 * Math.exp(-zeta * w0 * t) * (Math.cos(wd * t) + ((zeta * w0) / wd) * Math.sin(wd * t));
};

/** The same with dry friction of half band f: between turns it swings about ±f; closed form from turn to turn. */
function letGoSticking(x0: number, hz: number, zeta: number, f: number) {
  const half = 1 / (2 * hz * Math.sqrt(1 - zeta * zeta));
  const turns = [x0];
  const r = Math.exp((-Math.PI * zeta) / Math.sqrt(1 - zeta * zeta));
  while (Math.abs(turns.at(-1)!) > f) {
    const at = turns.at(-1)!;
    const middle = Math.sign(at) * f;
    turns.push(middle - r * (at - middle));
  }
  return (t: number) => {
    const n = Math.min(Math.floor(t / half), turns.length - 1);
    if (n === turns.length - 1) return turns[n]!;
    const middle = Math.sign(turns[n]!) * f;
    return middle + letGo(turns[n]! - middle, hz, zeta)(t - n * half);
  };
}

describe('free decay', () => {
  test.each([
    [1.6, 0.1],
    [2.1, 0.22],
    [1.3, 0.3],
    [2.6, 0.38],
  ])('of %f Hz and ζ %f is found again', (hz, zeta) => {
    const swing = letGo(70, hz, zeta);
    const t = trace((s) => 110 + (s < 0.5 ? 70 : swing(s - 0.5)), 6);
    const decay = decayIn(t, 95, t.travelMm.length)!;
    expect(decay.zeta).toBeCloseTo(zeta, 2);
    expect(decay.frequencyHz / hz).toBeCloseTo(1, 2);
    expect(decay.frictionBandMm ?? 0).toBeLessThan(0.4);
  });

  test.each([
    [1.8, 0.12, 2],
    [2.2, 0.1, 2.5],
  ])('with dry friction: %f Hz, ζ %f, band %f mm either way', (hz, zeta, f) => {
    const swing = letGoSticking(80, hz, zeta, f);
    const t = trace((s) => 120 + (s < 0.5 ? 80 : swing(s - 0.5)), 6);
    const decay = decayIn(t, 95, t.travelMm.length)!;
    expect(decay.zeta).toBeCloseTo(zeta, 2);
    expect(Math.abs(decay.frictionBandMm! - 2 * f)).toBeLessThan(0.15 * f);
  });

  test('bounces as loggers write them, ζ 0.05 to 0.6 with friction and noise, are read within 5 % and 0.05 or not at all', () => {
    const next = seeded(21);
    let read = 0;
    for (let k = 0; k < 24; k += 1) {
      const [hz, zeta, friction, noise] = [1.1 + 1.6 * next(), 0.05 + 0.55 * next(), 4 * next(), 0.5 * next()];
      const fullMm = k % 2 === 0 ? 150 : 300;
      const heldMm = fullMm * (0.2 + 0.15 * next()) * (k % 3 === 0 ? -1 : 1);
      const swing = letGoSticking(heldMm, hz, zeta, friction / (k % 2 === 0 ? 2 : 1));
      const at = 0.8 + 0.3 * next();
      const log = trace((s) => fullMm * 0.4 + (s < at ? heldMm : swing(s - at)) + noise * (next() + next() + next() - 1.5) * 2, 6, fullMm);
      for (const decay of figuresOf([log]).decays) {
        read += 1;
        expect(Math.abs(decay.frequencyHz / hz - 1)).toBeLessThan(0.05);
        expect(Math.abs(decay.zeta - zeta)).toBeLessThan(0.05);
      }
    }
    expect(read).toBeGreaterThan(12);
  });

  test('a hold with noise before the release is no swing, and a transient without a decay is not read as a ride', () => {
    const next = seeded(2);
    const swing = letGo(70, 2, 0.3);
    const noisy = trace((s) => 110 + (s < 1.5 ? 70 : swing(s - 1.5)) + 0.8 * (next() - 0.5), 6);
    const found = figuresOf([noisy]);
    expect(found.frequencyHz! / 2).toBeCloseTo(1, 1);
    expect(found.zeta!).toBeCloseTo(0.3, 1);
    // Stopped short by the ground after its first pass: no free decay, and no figure.
    const stopped = figuresOf([trace((s) => 110 + (s < 1.5 ? 70 : Math.max(-5, swing(s - 1.5))), 6)]);
    expect([stopped.zeta, stopped.frequencyHz]).toEqual([null, null]);
  });

  test('a ride that never comes to rest, and one that only drifts, have none', () => {
    const shaken = trace((s) => 100 + 40 * Math.sin(9 * s) + 20 * Math.sin(23 * s), 6);
    expect(figuresOf([shaken]).decays).toEqual([]);
    expect(figuresOf([trace((s) => 100 + 5 * s, 6)]).decays).toEqual([]);
  });
});

describe('spectrum', () => {
  test('a sine’s power is half its amplitude squared, and stands at its frequency (Parseval)', () => {
    const { frequenciesHz, density } = spectrumOf([trace((s) => 100 + 12 * Math.sin(2 * Math.PI * 3.125 * s), 40)])!;
    const step = frequenciesHz[1]! - frequenciesHz[0]!;
    expect(density.reduce((a, b) => a + b, 0) * step).toBeCloseTo(72, 0);
    expect(frequenciesHz[density.indexOf(Math.max(...density))]).toBeCloseTo(3.125, 6);
  });

  test.each([
    [1.4, 0.15],
    [2.2, 0.3],
    [2.9, 0.55],
    [1.8, 0.9],
  ])('a density of the closed form with f₀ %f and ζ %f gives both back', (f0, zeta) => {
    const frequenciesHz = Float64Array.from({ length: 300 }, (_, i) => (i + 1) * 0.05);
    const density = frequenciesHz.map((f) => (7e3 * f * f) / ((f0 * f0 - f * f) ** 2 + (2 * zeta * f0 * f) ** 2));
    const found = resonanceOf({ frequenciesHz, density })!;
    expect(found.frequencyHz).toBeCloseTo(f0, 3);
    expect(found.zeta).toBeCloseTo(zeta, 3);
    expect(found.missDb).toBeLessThan(0.05);
  });

  test('of a simulated ride it comes near what was ridden', () => {
    const end = {
      sprungKg: 90,
      unsprungKg: 14,
      wheelRateNPerMm: 8.2,
      riderSagMm: 90,
      travelMm: 300,
      zetaCompression: 0.3,
      zetaRebound: 0.3,
      frictionN: 0,
    };
    const z = simulateLog(end, { roughness: 40, speedMPerS: 14, bumps: [] }, 240, 200, 5);
    const found = figuresOf([{ hz: 200, fullMm: 300, travelMm: z }]).resonance!;
    const f0 = Math.sqrt(8200 / 90) / (2 * Math.PI);
    expect(Math.abs(found.frequencyHz / f0 - 1)).toBeLessThan(0.12);
    expect(Math.abs(found.zeta - 0.3)).toBeLessThan(0.08);
  });
});

describe('figures of a log', () => {
  test('times, shares and speeds of a sine by hand', () => {
    const found = figuresOf([trace((s) => 150 + 90 * Math.sin(2 * Math.PI * s), 30)]);
    expect(found.meanShare).toBeCloseTo(0.5, 3);
    expect(found.maxShare).toBeCloseTo(0.8, 3);
    expect(found.histogram.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(found.histogram).toHaveLength(BINS);
    // 95 % of the moving speeds of a sine lie under ω·A·sin(0.95·π/2), near the top.
    expect(found.compression95 / (2 * Math.PI * 90 * Math.sin((0.95 * Math.PI) / 2))).toBeCloseTo(1, 2);
    expect(found.rebound95 / found.compression95).toBeCloseTo(1, 2);
    expect(found.bottomings).toBe(0);
  });

  test('each arrival at the stop counts once, however long it shakes there', () => {
    const found = figuresOf([trace((s) => 150 + 149 * Math.sin(2 * Math.PI * 0.5 * s) + Math.sin(80 * s), 12)]);
    expect(found.bottomings).toBe(6);
  });

  test('an end that comes back too slowly packs down over a train of bumps, and one that does not, does not', () => {
    const ride = (zetaRebound: number) => {
      const end = {
        sprungKg: 95,
        unsprungKg: 15,
        wheelRateNPerMm: 9,
        riderSagMm: 95,
        travelMm: 300,
        zetaCompression: 0.18,
        zetaRebound,
        frictionN: 15,
      };
      const bumps = Array.from({ length: 14 }, (_, i) => ({ atS: 2 + i * 0.22, heightMm: 70, lengthM: 1.6 }));
      return figuresOf([{ hz: 200, fullMm: 300, travelMm: simulateLog(end, { roughness: 20, speedMPerS: 12, bumps }, 9, 200, 3) }]);
    };
    const [slow, right] = [ride(1.6), ride(0.4)];
    expect(slow.packing!).toBeGreaterThan(right.packing! + 0.05);
    expect(slow.rebound95 / slow.compression95).toBeLessThan(right.rebound95 / right.compression95);
  });

  test('a bounce logged gives the decay of the machine simulated', () => {
    const end = {
      sprungKg: 90,
      unsprungKg: 14,
      wheelRateNPerMm: 8.2,
      riderSagMm: 90,
      travelMm: 300,
      zetaCompression: 0.2,
      zetaRebound: 0.2,
      frictionN: 0,
    };
    const z = simulateLog(end, { roughness: 0.001, speedMPerS: 6, bumps: [{ atS: 1, heightMm: 90, lengthM: 1.2 }] }, 6, 200, 9);
    const found = figuresOf([{ hz: 200, fullMm: 300, travelMm: z }]);
    expect(found.decays.length).toBeGreaterThan(0);
    expect(found.zeta!).toBeCloseTo(0.2, 1);
  });

  test('slopes of five points are exact for a parabola', () => {
    const v = speedsMmPerS(trace((s) => 40 + 30 * s + 8 * s * s, 2));
    expect(v[200]).toBeCloseTo(30 + 16 * 1, 6);
  });
});

describe('a log as written', () => {
  const request = { timeS: Array.from({ length: 800 }, (_, i) => i / 100), travelMm: new Array<number>(800).fill(100), fullMm: 300 };
  const code = (more: Partial<typeof request>) => {
    const result = logFigures({ ...request, ...more });
    return result.ok ? 'ok' : result.issue.code;
  };
  test('what cannot be a log is refused', () => {
    expect(code({})).toBe('ok');
    expect(code({ timeS: request.timeS.map((t) => t / 10) })).toBe('log-short');
    expect(code({ timeS: request.timeS.map((t) => t * 10) })).toBe('log-slow');
    expect(code({ timeS: request.timeS.map((t, i) => (i === 40 ? 0 : t)) })).toBe('log-time-back');
    expect(code({ travelMm: request.travelMm.map((x, i) => (i === 40 ? 320 : x)) })).toBe('log-beyond-travel');
    expect(code({ travelMm: request.travelMm.map((x, i) => (i === 40 ? Number.NaN : x)) })).toBe('not-finite');
  });
  test('uneven steps are brought to even ones on the line between readings', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const next = seeded(seed);
        const timeS: number[] = [0];
        while (timeS.at(-1)! < 4) timeS.push(timeS.at(-1)! + 0.004 + 0.02 * next());
        const even = traceOf({ timeS, travelMm: timeS.map((t) => 20 + 30 * t), fullMm: 300 });
        if (!even.ok) throw new Error(even.issue.code);
        expect(even.value.traces).toHaveLength(1);
        even.value.traces[0]!.travelMm.forEach((x, i) => expect(x).toBeCloseTo(20 + (30 * i) / 200, 9));
      }),
      { numRuns: 20, seed: 4 },
    );
  });

  test('lists of unlike length, metres for millimetres: refused, with the list at fault', () => {
    const issue = (more: Partial<typeof request>) => {
      const result = logFigures({ ...request, ...more });
      return result.ok ? null : { code: result.issue.code, path: result.issue.path };
    };
    expect(issue({ travelMm: request.travelMm.slice(1) })).toEqual({ code: 'log-unequal', path: ['travelMm'] });
    expect(issue({ travelMm: request.travelMm.map((z) => z / 1000) })).toEqual({ code: 'log-metres', path: ['travelMm'] });
    expect(issue({ travelMm: request.travelMm.map((x, i) => (i === 40 ? 320 : x)) })).toEqual({
      code: 'log-beyond-travel',
      path: ['travelMm', 40],
    });
    expect(issue({ timeS: request.timeS.map((t, i) => (i === 40 ? 0 : t)) })).toEqual({ code: 'log-time-back', path: ['timeS', 40] });
  });

  test('a single reading that leaps is no bottoming; a gap is not bridged', () => {
    const sine = request.timeS.map((t) => 150 + 60 * Math.sin(3 * t));
    const spiked = logFigures({ ...request, travelMm: sine.map((z, i) => (i === 300 ? 299 : z)) });
    if (!spiked.ok) throw new Error(spiked.issue.code);
    expect(spiked.value.spikes).toBe(1);
    expect(spiked.value.figures.bottomings).toBe(0);
    expect(spiked.value.figures.maxShare).toBeLessThan(0.72);
    // Half a second is missing: nothing fills it, and the speeds on either side are the sine's own.
    const torn = request.timeS.flatMap((t, i) => (t > 3 && t < 3.5 ? [] : [i]));
    const found = logFigures({ timeS: torn.map((i) => request.timeS[i]!), travelMm: torn.map((i) => (i < 320 ? 100 : 250)), fullMm: 300 });
    if (!found.ok) throw new Error(found.issue.code);
    expect(found.value.gaps).toEqual([{ fromS: 3, toS: 3.5 }]);
    expect(found.value.figures.compression95).toBe(0);
    expect(found.value.figures.seconds).toBeLessThan(7.6);
  });
});
