import { serviceRequest } from '@/schema/book';
import { changeService } from '@/server/book';
import { reckonAll } from '@/server/service';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, serviceRequest, (body) => changeService(body, reckonAll));
