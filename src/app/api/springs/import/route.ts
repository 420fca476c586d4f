import { springListRequest } from '@/schema/requests';
import { importSprings } from '@/server/stock/drawers';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, springListRequest, (checked) => importSprings(checked));
