import { technicianRequest } from '@/schema/requests';
import { addTechnician } from '@/server/drawers';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, technicianRequest, (checked) => addTechnician(checked.name, checked.passcode));
