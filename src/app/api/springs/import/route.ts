import { springListRequest } from '@/schema/requests';
import { importSprings } from '@/server/drawers';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, springListRequest, (checked) => importSprings(checked));
