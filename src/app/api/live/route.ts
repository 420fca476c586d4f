import { LIVE_TOPIC, type LiveKind } from '@/schema/live';
import { isFull, listenTo } from '@/server/live/live';
import { sessionOf } from '@/server/door/sessions';

export const dynamic = 'force-dynamic';

/** A page that says nothing is taken for gone by whatever stands between: it is told that we are here. Who was signed out meanwhile hears nothing more. */
const BEAT_MS = 15_000;
/** As many things as a page looks at. */
const MAX_TOPICS = 4;

/** Server-sent events of what others do on a job, a machine or the Floor. */
export function GET(request: Request): Response {
  const query = new URL(request.url).searchParams;
  const topics = query.getAll('on');
  if (topics.length === 0 || topics.length > MAX_TOPICS || !topics.every((t) => LIVE_TOPIC.test(t)))
    return new Response(null, { status: 400 });
  if (isFull()) return new Response(null, { status: 503, headers: { 'retry-after': '15' } });
  const heads = new Headers(request.headers);
  const begun = sessionOf(heads);
  const isStillIn = () => sessionOf(heads)?.id === begun?.id;
  const tab = (query.get('tab') ?? '').slice(0, 40);
  const name = begun?.name ?? (query.get('name') ?? '').slice(0, 80);
  const text = new TextEncoder();
  let leave = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (line: string) => {
        if (isStillIn()) return controller.enqueue(text.encode(line));
        leave();
        controller.close();
      };
      const stop = listenTo({
        topics: new Set(topics),
        tab,
        name,
        cut: () => {
          leave();
          controller.close();
        },
        tell: (kind: LiveKind, what: unknown) => send(`event: ${kind}\ndata: ${JSON.stringify(what)}\n\n`),
      });
      const beat = setInterval(() => send(': here\n\n'), BEAT_MS);
      leave = () => {
        clearInterval(beat);
        stop();
      };
      request.signal.addEventListener('abort', () => leave());
    },
    cancel: () => leave(),
  });
  // A proxy that gathers answers would hold each of these back.
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform', 'x-accel-buffering': 'no' },
  });
}
