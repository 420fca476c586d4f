import { newSpringRequest } from '@/schema/requests';
import { addSpring } from '@/server/stock/drawers';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, newSpringRequest, (checked) => addSpring(checked));
