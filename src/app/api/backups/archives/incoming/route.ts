import { takeArchiveIn } from '@/server/keeping/backups';
import { handleStream } from '../../../handle';

/** The body is the archive. */
export const POST = (request: Request) => handleStream(request, (parts) => takeArchiveIn(parts));
