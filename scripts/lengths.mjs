// Prints how long functions are, room by room: median, nine of ten under, longest. A function's length is its lines from its first to its last, without the comment above; those inside it count as its own and for themselves.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import ts from 'typescript';

const files = execFileSync('git', ['ls-files', 'src'], { encoding: 'utf8' })
  .split('\n')
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\./.test(f));
const rooms = new Map();
const roomOf = (file) =>
  file
    .split('/')
    .slice(1, file.startsWith('src/ui/') ? 3 : 2)
    .join('/');

const nameOf = (node) => node.name?.getText() ?? (ts.isVariableDeclaration(node.parent) ? node.parent.name.getText() : null);
for (const file of files) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const lineAt = (at) => source.getLineAndCharacterOfPosition(at).line;
  const visit = (node) => {
    if (ts.isFunctionLike(node) && node.body) {
      const lines = lineAt(node.getEnd()) - lineAt(node.getStart()) + 1;
      const room = roomOf(file);
      const name = nameOf(node);
      // Arrows handed on without a name are part of the function they stand in.
      if (name !== null) rooms.set(room, [...(rooms.get(room) ?? []), { lines, name, file }]);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}

const share = (sorted, p) => sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))].lines;
const most = Number(process.argv[2] ?? 80);
const ui = [...rooms].flatMap(([room, found]) => (room.startsWith('ui/') ? found : []));
for (const [room, found] of [...rooms, ['ui, all of it', ui]].sort(([a], [b]) => a.localeCompare(b))) {
  const sorted = found.sort((a, b) => a.lines - b.lines);
  const longest = sorted.at(-1);
  console.log(
    `${room.padEnd(14)} ${String(found.length).padStart(5)} functions, median ${share(sorted, 0.5)}, p90 ${share(sorted, 0.9)}, longest ${longest.lines} (${longest.name})`,
  );
}
for (const { lines, name, file } of [...rooms.values()]
  .flat()
  .filter((f) => f.lines > most)
  .sort((a, b) => b.lines - a.lines))
  console.log(`over ${most}: ${lines} ${name} in ${file}`);
