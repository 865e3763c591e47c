import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** The most hooks that a component or a hook of ours calls itself, and the most lines of one. */
const MOST = { hooks: 10, lines: 120 };

/** A component or a hook of ours, with the hooks that it calls itself and its lines. */
interface Counted {
  readonly name: string;
  readonly hooks: number;
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
  const hooksIn = (node: ts.Node): number => {
    let hooks = 0;
    node.forEachChild((child) => {
      const called = ts.isCallExpression(child) ? child.expression : null;
      if (called && ts.isIdentifier(called) && /^use[A-Z]/.test(called.text)) hooks += 1;
      hooks += hooksIn(child);
    });
    return hooks;
  };
  const visit = (node: ts.Node): void => {
    const name = nameOf(node);
    if (name) out.push({ name, hooks: hooksIn(node), lines: lineOf(node.end) - lineOf(node.getStart()) + 1 });
    node.forEachChild(visit);
  };
  visit(source);
  return out;
}

test('no component and no hook of ours is longer, or calls more hooks, than one can read at once', () => {
  const web = join(__dirname, '../apps/web/src');
  const files = readdirSync(web, { recursive: true, encoding: 'utf8' }).filter((file) =>
    /(?<!\.test)\.tsx?$/.test(file),
  );
  expect(files.length).toBeGreaterThan(300);
  const found = files.flatMap((file) => countedIn(file, readFileSync(join(web, file), 'utf8')));
  expect(found.length).toBeGreaterThan(400);
  expect(found.filter(({ hooks, lines }) => hooks > MOST.hooks || lines > MOST.lines)).toEqual([]);
});

test('hooks and lines are counted of functions, and of what is wrapped', () => {
  const text = `
    export function Room() {
      const a = useSong();
      return useMemo(() => useThing(a), [a]);
    }
    const Row = memo(({ at }) => {
      useEffect(() => useAt.setState({}));
      return at;
    });
    const useAt = () => useState(0);
    function plain() { return useful(); }
  `;
  expect(countedIn('room.tsx', text)).toEqual([
    { name: 'Room', hooks: 3, lines: 4 },
    { name: 'Row', hooks: 1, lines: 4 },
    { name: 'useAt', hooks: 1, lines: 1 },
  ]);
});
