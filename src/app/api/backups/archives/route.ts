import { z } from 'zod';
import { makeArchive } from '@/server/keeping/backups';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, z.strictObject({}), () => makeArchive());
