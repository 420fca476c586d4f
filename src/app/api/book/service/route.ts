import { serviceRequest } from '@/schema/book';
import { changeService } from '@/server/book/book';
import { reckonAll } from '@/server/machines/service';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, serviceRequest, (body) => changeService(body, reckonAll));
