import { emptyRequest } from '@/schema/requests';
import { signOutEverywhere } from '@/server/door/people';
import { sessionOf } from '@/server/door/sessions';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, emptyRequest, () => signOutEverywhere(sessionOf(request.headers)));
