import { dampingRequest } from '@/schema/book';
import { changeDamping } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, dampingRequest, (checked) => changeDamping(checked));
