import { takeMachineIn } from '@/server/exchange/handOver';
import { handleStream } from '../../handle';

/** The body is what another shop handed over. */
export const POST = (request: Request) => handleStream(request, (parts) => takeMachineIn(parts));
