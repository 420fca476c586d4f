// The rules of the house that no linter knows. Prints a line for each that does not hold and exits 1.
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const files = execFileSync('git', ['ls-files', '-z', '--cached', '--others', '--exclude-standard'], {
  encoding: 'utf8',
  maxBuffer: 1 << 26,
})
  .split('\0')
  .filter((f) => f && existsSync(f));
const read = (file) => readFileSync(file, 'utf8');
const linesOf = (list) =>
  list.reduce(
    (n, f) =>
      n +
      read(f)
        .split('\n')
        .filter((l) => l.trim()).length,
    0,
  );
const problems = [];
const wrong = (file, words) => problems.push(`${file}: ${words}`);

// Tests are a quarter to a third of the code.
const code = files.filter((f) => /\.(ts|tsx|mts)$/.test(f) && !f.endsWith('.d.ts'));
const tests = code.filter((f) => /(\.test\.|\.spec\.|^(tests|e2e)\/)/.test(f));
const share = linesOf(tests) / linesOf(code);
if (share < 0.22 || share > 0.36) wrong('tests', `are ${(100 * share).toFixed(0)} % of the lines of code; a quarter to a third is wanted`);

// Pictures: fewer than twenty, each linked from the README, none elsewhere.
const pictures = files.filter((f) => f.endsWith('.png'));
const shots = pictures.filter((f) => f.startsWith('docs/screenshots/'));
if (shots.length >= 20) wrong('docs/screenshots', `holds ${shots.length} pictures`);
for (const f of shots) if (!read('README.md').includes(f)) wrong(f, 'is not linked from README.md');
for (const f of pictures)
  if (!/^(docs\/screenshots|public|src\/app)\//.test(f)) wrong(f, 'is a picture outside docs/screenshots and public');

// Links of the documents lead somewhere.
const documents = files.filter((f) => f.endsWith('.md'));
for (const f of documents)
  for (const [, to] of read(f).matchAll(/\]\(([^)#\s]+)(?:#[^)]*)?\)/g))
    if (!/^[a-z]+:/.test(to) && !existsSync(join(dirname(f), to))) wrong(f, `links to ${to}, which is not there`);

// Decisions have a number, a day and a state.
for (const f of documents.filter((d) => d.startsWith('docs/decisions/')))
  if (!/^# \d{4}: .+\n\nState: (in force|replaced by \d{4})\. Decided: \d{4}-\d\d-\d\d\./.test(read(f)))
    wrong(f, 'has no number, state or day at its head');

// Every room has its sentence.
const rooms = readdirSync('src', { withFileTypes: true })
  .filter((e) => e.isDirectory())
  .map((e) => e.name);
const subjects = ['judgement', 'server', 'ui'].flatMap((r) =>
  readdirSync(`src/${r}`, { withFileTypes: true })
    .filter((e) => e.isDirectory())
    .map((e) => e.name),
);
for (const room of [...rooms, ...subjects])
  if (!read('docs/architecture.md').includes(`\`${room}/\``)) wrong('docs/architecture.md', `says nothing of ${room}/`);

// The newest version of the changes is this one.
const { version } = JSON.parse(read('package.json'));
if (!read('CHANGELOG.md').includes(`\n## ${version} `)) wrong('CHANGELOG.md', `has no ${version}`);

for (const line of problems) console.log(line);
console.log(`house: ${files.length} files, ${problems.length} problems, tests ${(100 * share).toFixed(0)} %`);
process.exit(problems.length ? 1 : 0);
