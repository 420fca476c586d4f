import { onDiskUpTo } from '@/server/keeping/health';

/** Up to when everything acknowledged is on the disk: the page marks its entries by it. */
export async function GET(): Promise<Response> {
  return Response.json(await onDiskUpTo());
}
export const dynamic = 'force-dynamic';
