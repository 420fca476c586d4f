import { importRequest } from '@/schema/imports';
import { importList } from '@/server/exchange/imports';
import { handle, MAX_BYTES } from '../handle';

export const POST = (request: Request) => handle(request, importRequest, importList, MAX_BYTES.log);
