import { technicianRequest } from '@/schema/requests';
import { addTechnician } from '@/server/door/people';
import { handle } from '../handle';

export const POST = (request: Request) =>
  handle(request, technicianRequest, ({ name, passcode, ...more }) => addTechnician(name, passcode, more));
