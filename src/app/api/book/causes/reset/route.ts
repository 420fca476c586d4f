import { resetRequest } from '@/schema/retune';
import { resetCause } from '@/server/rides/reasoning';
import { handle } from '../../../handle';

export const POST = (request: Request) => handle(request, resetRequest, (checked) => resetCause(checked));
