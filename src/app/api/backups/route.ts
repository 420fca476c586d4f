import { z } from 'zod';
import { backUpByHand } from '@/server/keeping/backups';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, z.strictObject({}), () => backUpByHand());
