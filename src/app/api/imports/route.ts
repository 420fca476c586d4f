import { importRequest } from '@/schema/imports';
import { importList } from '@/server/exchange/imports';
import { handle, MOST_BYTES } from '../handle';

export const POST = (request: Request) => handle(request, importRequest, importList, MOST_BYTES.log);
