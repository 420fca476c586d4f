/**
 * How well the tests hold the rules: changes one operator or number at a time in the rules of the trade, runs the nearest tests, and says which changes
 * nobody noticed. Never on the tree it stands in: give it a copy. `npm run mutants -- DIRECTORY [count] [seed]`
 */
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import ts from 'typescript';

const [directory, count = '60', seed = '1'] = process.argv.slice(2);
if (!directory) throw new Error('Name the copy of the project whose files may be changed.');
process.chdir(directory);

/** Where a threshold or a formula of the trade stands. */
const ROOMS = ['src/knowledge/limits.ts', 'src/core', 'src/judgement', 'src/catalogue'];
/** Test files run for one change, the nearest first. */
const MAX_TESTS = 8;
const MAX_STEPS = 3;

const walk = (at) =>
  at.endsWith('.ts')
    ? [at]
    : readdirSync(at, { withFileTypes: true }).flatMap((e) => (e.isDirectory() ? walk(join(at, e.name)) : [join(at, e.name)]));
const isTest = (file) => /\.test\.tsx?$/.test(file);
const all = ['src', 'tests'].flatMap(walk).filter((f) => /\.tsx?$/.test(f) && !f.endsWith('.d.ts'));

function importersOf() {
  const found = new Map();
  for (const file of all)
    for (const [, from] of readFileSync(file, 'utf8').matchAll(/from '((?:@\/|\.)[^']+)'/g)) {
      const base = from.startsWith('@/') ? join('src', from.slice(2)) : join(dirname(file), from);
      const target = [`${base}.ts`, `${base}.tsx`, `${base}/index.ts`].find((f) => existsSync(f));
      if (target) found.set(target, [...(found.get(target) ?? []), file]);
    }
  return found;
}
const importers = importersOf();

function nearestTests(file) {
  let edge = [file];
  const seen = new Set(edge);
  const tests = [];
  for (let step = 0; step < MAX_STEPS && tests.length < MAX_TESTS; step++) {
    edge = edge.flatMap((f) => importers.get(f) ?? []).filter((f) => !seen.has(f) && seen.add(f));
    tests.push(...edge.filter(isTest));
  }
  return tests.slice(0, MAX_TESTS);
}

const SWAPS = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
  '===': '!==',
  '!==': '===',
};
/** A change of these moves a boundary alone, and only a reading on the very boundary would show it. */
const BOUNDARIES = new Set(['<', '<=', '>', '>=']);

function sitesOf(file) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const sites = [];
  const add = (node, to, isBoundary) =>
    sites.push({
      file,
      at: node.getStart(),
      end: node.getEnd(),
      from: node.getText(),
      to,
      isBoundary,
      line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1,
    });
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const sign = node.operatorToken.getText();
      if (SWAPS[sign]) add(node.operatorToken, SWAPS[sign], BOUNDARIES.has(sign));
    }
    if (
      ts.isNumericLiteral(node) &&
      !ts.isElementAccessExpression(node.parent) &&
      !/toFixed|slice|repeat/.test(node.parent.getText().slice(0, 60))
    )
      add(node, String(Number(node.text) === 0 ? 1 : Number(node.text) * 1.3), false);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return sites;
}

/** Numbers from 0 to 1, the same at each run of a seed (mulberry32). */
function drawing(from) {
  let a = Number(from);
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const draw = drawing(seed);
const files = ROOMS.flatMap(walk).filter((f) => f.endsWith('.ts') && !isTest(f));
const sites = files.flatMap(sitesOf);
const picked = Array.from({ length: Number(count) }, () => sites[Math.floor(draw() * sites.length)]);

const isKilled = (tests) => {
  try {
    execFileSync('npx', ['jest', '--bail', '--silent', ...tests], { stdio: 'ignore', timeout: 300_000 });
    return false;
  } catch {
    return true;
  }
};

let killed = 0;
const alive = [];
for (const site of picked) {
  const tests = nearestTests(site.file);
  const before = readFileSync(site.file, 'utf8');
  writeFileSync(site.file, before.slice(0, site.at) + site.to + before.slice(site.end));
  const dead = tests.length > 0 && isKilled(tests);
  writeFileSync(site.file, before);
  if (dead) killed += 1;
  else alive.push(site);
  const where = `${relative('.', site.file)}:${site.line}`;
  console.log(`${dead ? 'killed' : site.isBoundary ? 'alive, a boundary' : 'alive'}  ${where}  ${site.from} → ${site.to}`);
}
const counted = picked.length - alive.filter((s) => s.isBoundary).length;
console.log(`${killed} of ${counted} killed that are no mere boundary (${picked.length} drawn, ${sites.length} places)`);
