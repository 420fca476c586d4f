import { writeFileSync } from 'node:fs';
import { outcomesPage } from './outcomes';

/** Writes docs/outcomes.md: what the application answers for every machine of the demo and every case of the outcomes, beside what a good shop would say. */
writeFileSync('docs/outcomes.md', outcomesPage());
