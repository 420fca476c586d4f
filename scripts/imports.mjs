// Checks the import rules, and that the checker really saw the source: a version mismatch makes it pass silently with no modules.
import { execFileSync } from 'node:child_process';

let out;
try {
  out = execFileSync(
    'node',
    ['node_modules/dependency-cruiser/bin/dependency-cruise.mjs', 'src', '--config', '.dependency-cruiser.cjs', '--output-type', 'json'],
    {
      encoding: 'utf8',
      maxBuffer: 1 << 28,
    },
  );
} catch (failure) {
  out = failure.stdout;
  if (!out) throw failure;
}
const { summary, modules } = JSON.parse(out);
for (const v of summary.violations) console.log(`${v.rule.name}: ${v.from} -> ${v.to}`);
const own = modules.filter((m) => m.source.startsWith('src/')).length;
console.log(`import rules: ${own} modules, ${summary.violations.length} violations`);
if (own < 40) {
  console.log('the checker saw too few modules to be believed');
  process.exit(1);
}
process.exit(summary.violations.length ? 1 : 0);
