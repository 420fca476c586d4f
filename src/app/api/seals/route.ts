import { sealRequest } from '@/schema/requests';
import { type Answer, done, missing } from '@/server/answer';
import { recordSealed, type SealCheck, sealsNow } from '@/server/keeping/seals';
import { handleQuery } from '../handle';

export const dynamic = 'force-dynamic';

/** Every seal checked anew; with `seal`, the record a seal from paper belongs to. */
export const GET = (request: Request) =>
  handleQuery(request, sealRequest, async ({ seal }): Promise<Answer<SealCheck | { id: number; jobId: number }>> => {
    if (seal === '') return done(await sealsNow());
    const record = await recordSealed(seal);
    return record ? done(record) : missing('record with that seal');
  });
