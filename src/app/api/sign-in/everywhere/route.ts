import { emptyRequest } from '@/schema/requests';
import { signOutEverywhere } from '@/server/people';
import { sessionOf } from '@/server/sessions';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, emptyRequest, () => signOutEverywhere(sessionOf(request.headers)));
