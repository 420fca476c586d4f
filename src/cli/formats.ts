import { writeFileSync } from 'node:fs';
import { formatFiles } from '@/server/exchange/formats';

/** `npm run formats`: writes docs/formats anew from the schemas; a test holds the two together. */
for (const [name, file] of Object.entries(formatFiles())) writeFileSync(`docs/formats/${name}`, `${JSON.stringify(file, null, 1)}\n`);
