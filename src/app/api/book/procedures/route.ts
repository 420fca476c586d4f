import { procedureRequest } from '@/knowledge/procedures/procedure';
import { changeProcedure } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, procedureRequest, changeProcedure);
