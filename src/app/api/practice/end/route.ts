import { practiceEndRequest } from '@/schema/requests';
import { endPractice } from '@/server/jobs/practice';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, practiceEndRequest, (checked) => endPractice(checked));
