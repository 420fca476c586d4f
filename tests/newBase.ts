import { openDb } from '@/db/client';

/** Makes an empty base in the directory named: node --conditions=react-server --import tsx tests/newBase.ts DIRECTORY */
void openDb(process.argv[2]!).then((base) => base.close());
