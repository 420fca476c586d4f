import { scriptRequest } from '@/schema/requests';
import { addScript } from '@/server/door/people';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, scriptRequest, addScript);
