import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';

const folder = new URL('../src/contracts/routes/', import.meta.url).pathname;

/** Codes as a type says them: one, several, or a name that stands for several. */
function codesIn(type: ts.TypeNode, named: ReadonlyMap<string, ts.TypeNode>): readonly string[] {
  if (ts.isUnionTypeNode(type)) return type.types.flatMap((each) => codesIn(each, named));
  if (ts.isLiteralTypeNode(type) && ts.isStringLiteral(type.literal)) return [type.literal.text];
  if (ts.isTypeReferenceNode(type)) {
    const meant = named.get(type.typeName.getText());
    if (meant) return codesIn(meant, named);
  }
  throw new Error(`codes of a route that are no texts: ${type.getText()}`);
}

/**
 * The codes with which rules refuse, by the paths of the routes. A route's codes are types and nowhere at run time, so
 * they are read from the sources.
 */
export function readRouteCodes(): ReadonlyMap<string, readonly string[]> {
  const statements = readdirSync(folder)
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.server.ts'))
    .flatMap((file) => [
      ...ts.createSourceFile(file, readFileSync(folder + file, 'utf8'), ts.ScriptTarget.Latest, true).statements,
    ]);
  const named = new Map(
    statements.filter(ts.isTypeAliasDeclaration).map(({ name, type }) => [name.getText(), type] as const),
  );
  const codes = new Map<string, readonly string[]>();
  for (const declared of statements.filter(ts.isVariableStatement)) {
    for (const { initializer } of declared.declarationList.declarations) {
      if (!initializer || !ts.isCallExpression(initializer) || initializer.expression.getText() !== 'route') continue;
      const [path] = initializer.arguments;
      if (!path || !ts.isStringLiteral(path)) throw new Error(`a route without its path: ${declared.getText()}`);
      const said = initializer.typeArguments?.[2];
      codes.set(path.text, said ? codesIn(said, named) : []);
    }
  }
  return codes;
}
