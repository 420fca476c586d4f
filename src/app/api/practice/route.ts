import { z } from 'zod';
import { beginPractice } from '@/server/jobs/practice';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, z.strictObject({}), () => beginPractice());
