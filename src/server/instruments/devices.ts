import { simulatedTester } from '@/core/devices/simulatedTester';
import { db } from '@/db/client';
import { maybeOneSpring } from '@/db/queries/springs';

/** Pause between two readings of the tester, as a hand on the pump makes it. */
const BETWEEN_MS = 120;
/** A tester squeezes this share of what a spring can give before its coils bind; or this much where that is not known. */
const SHARE_OF_TRAVEL = 0.7;
const USUAL_STROKE_MM = 50;

/** The simulated tester's readings of a spring, one line of JSON each as they come; null where there is no such spring. */
export async function testerReadings(springId: number): Promise<ReadableStream<Uint8Array> | null> {
  const spring = await maybeOneSpring(await db(), springId);
  if (!spring) return null;
  const { freeLengthMm, solidLengthMm } = spring;
  const strokeMm = freeLengthMm !== null && solidLengthMm !== null ? SHARE_OF_TRAVEL * (freeLengthMm - solidLengthMm) : USUAL_STROKE_MM;
  const readings = simulatedTester(spring.rateNPerMm, strokeMm, spring.id);
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      const reading = readings.shift();
      if (!reading) return controller.close();
      controller.enqueue(encoder.encode(`${JSON.stringify(reading)}\n`));
      await new Promise((done) => setTimeout(done, BETWEEN_MS));
    },
  });
}
