import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

const core = join(__dirname, '../packages/core/src');
const rooms = ['time', 'song', 'pattern', 'make', 'form', 'play', 'plan', 'midi', 'fold'];

const files = new Map<string, ts.SourceFile>();

function parsed(file: string): ts.SourceFile {
  const known =
    files.get(file) ?? ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  files.set(file, known);
  return known;
}

/** The names that a file takes from another and gives on, with the file that each comes from. */
function givenOn(source: ts.SourceFile): { name: string; file: string }[] {
  return source.statements.flatMap((one) => {
    if (!ts.isExportDeclaration(one) || !one.exportClause || !ts.isNamedExports(one.exportClause)) return [];
    const from = one.moduleSpecifier;
    if (!from || !ts.isStringLiteral(from)) return [];
    const file = join(source.fileName, '..', from.text);
    return one.exportClause.elements.map(({ name, propertyName }) => ({
      name: (propertyName ?? name).text,
      file,
    }));
  });
}

const isNamed = (one: ts.Statement, name: string): boolean =>
  ts.isVariableStatement(one)
    ? one.declarationList.declarations.some((each) => each.name.getText().split(/\W+/).includes(name))
    : 'name' in one && (one.name as ts.Node | undefined)?.getText() === name;

/** True for a name that says at its declaration what it is. */
function isDescribed(file: string, name: string): boolean {
  const source = parsed(file);
  const declared = source.statements.filter((one) => isNamed(one, name));
  const elsewhere = givenOn(source).find((one) => one.name === name);
  if (!declared.length && elsewhere) return isDescribed(elsewhere.file, name);
  return declared.some((one) => ts.getJSDocCommentsAndTags(one).length > 0);
}

test.each(rooms)('each public name of %s says at its declaration what it is', (room) => {
  const names = givenOn(parsed(join(core, room, 'index.ts')));
  expect(names.length).toBeGreaterThan(5);
  expect(names.filter(({ file, name }) => !isDescribed(file, name)).map(({ name }) => name)).toEqual([]);
});
