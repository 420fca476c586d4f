import { schoolRequest } from '@/schema/book';
import { changeSchool } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, schoolRequest, (checked) => changeSchool(checked));
