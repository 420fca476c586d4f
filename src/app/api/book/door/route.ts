import { doorRequest } from '@/schema/book';
import { changeDoor } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, doorRequest, changeDoor);
