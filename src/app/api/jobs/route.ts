import { takeInRequest } from '@/schema/requests';
import { takeIn } from '@/server/jobs/takeIn';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, takeInRequest, (checked) => takeIn(checked));
