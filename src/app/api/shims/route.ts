import { shimMoveRequest } from '@/schema/shims';
import { moveShims } from '@/server/stock/shims';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, shimMoveRequest, (checked) => moveShims(checked));
