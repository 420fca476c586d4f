import { instrumentRequest } from '@/schema/instruments';
import { addInstrument } from '@/server/instruments/instruments';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, instrumentRequest, addInstrument);
