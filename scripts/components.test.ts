import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** The most hooks of a component or a hook of ours, those inside hooks of ours counted, and the most lines of one. */
const MOST = { hooks: 10, lines: 120 };

/** A component or a hook of ours, with the hooks that it calls itself and its lines. */
interface Counted {
  readonly name: string;
  readonly calls: readonly string[];
  readonly lines: number;
}

/** The name of a component or a hook that is declared here; null for anything else. */
function nameOf(node: ts.Node): string | null {
  const isFunction =
    ts.isFunctionDeclaration(node) || ts.isFunctionExpression(node) || ts.isArrowFunction(node);
  if (!isFunction) return null;
  // A wrapped function, as by memo, goes by the name of the constant that holds it.
  const around = ts.isCallExpression(node.parent) ? node.parent.parent : node.parent;
  const name = node.name ?? (ts.isVariableDeclaration(around) ? around.name : undefined);
  return name && /^([A-Z]|use[A-Z])/.test(name.getText()) ? name.getText() : null;
}

function countedIn(file: string, text: string): Counted[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const lineOf = (at: number) => source.getLineAndCharacterOfPosition(at).line;
  const out: Counted[] = [];
  const callsIn = (node: ts.Node): string[] => {
    const calls: string[] = [];
    node.forEachChild((child) => {
      const called = ts.isCallExpression(child) ? child.expression : null;
      if (called && ts.isIdentifier(called) && /^use[A-Z]/.test(called.text)) calls.push(called.text);
      calls.push(...callsIn(child));
    });
    return calls;
  };
  const visit = (node: ts.Node): void => {
    const name = nameOf(node);
    if (name) out.push({ name, calls: callsIn(node), lines: lineOf(node.end) - lineOf(node.getStart()) + 1 });
    node.forEachChild(visit);
  };
  visit(source);
  return out;
}

/** Number of hooks that run when one of them does: a hook of ours counts as those inside it. */
function hooksOf(one: Counted, all: readonly Counted[]): number {
  return one.calls.reduce((sum, call) => {
    const ours = all.find(({ name }) => name === call);
    return sum + (ours && ours !== one ? Math.max(1, hooksOf(ours, all)) : 1);
  }, 0);
}

test('no component and no hook of ours is longer, or runs more hooks, than one can read at once', () => {
  const web = join(__dirname, '../apps/web/src');
  const files = readdirSync(web, { recursive: true, encoding: 'utf8' }).filter((file) =>
    /(?<!\.test)\.tsx?$/.test(file),
  );
  expect(files.length).toBeGreaterThan(300);
  const found = files.flatMap((file) => countedIn(file, readFileSync(join(web, file), 'utf8')));
  expect(found.length).toBeGreaterThan(400);
  const over = found.filter((one) => hooksOf(one, found) > MOST.hooks || one.lines > MOST.lines);
  expect(over.map(({ name }) => name)).toEqual([]);
});

test('hooks and lines are counted of functions, and of what is wrapped', () => {
  const text = `
    export function Room() {
      const a = useSong();
      return useMemo(() => useThing(a), [a]);
    }
    const Row = memo(({ at }) => {
      useEffect(() => useAt.setState({}));
      useAt();
      return at;
    });
    const useAt = () => useState(useThing());
    function plain() { return useful(); }
  `;
  const found = countedIn('room.tsx', text);
  expect(found).toEqual([
    { name: 'Room', calls: ['useSong', 'useMemo', 'useThing'], lines: 4 },
    { name: 'Row', calls: ['useEffect', 'useAt'], lines: 5 },
    { name: 'useAt', calls: ['useState', 'useThing'], lines: 1 },
  ]);
  expect(found.map((one) => hooksOf(one, found))).toEqual([3, 3, 2]);
});
