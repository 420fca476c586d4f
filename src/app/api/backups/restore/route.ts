import { restoreRequest } from '@/schema/requests';
import { bringBack } from '@/server/keeping/backups';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, restoreRequest, ({ name }) => bringBack(name));
