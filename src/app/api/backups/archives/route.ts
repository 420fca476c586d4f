import { z } from 'zod';
import { makeArchive } from '@/server/backups';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, z.strictObject({}), () => makeArchive());
