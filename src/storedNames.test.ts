import { expect } from 'chai';
import { is } from 'drizzle-orm';
import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { readRouteCodes } from '../testing/routeCodes';

const root = new URL('.', import.meta.url).pathname;
const schema = `${root}server/database/schema/`;
const list = new URL('../testing/storedNames.txt', import.meta.url);

/** What is written as JSON: where its type is, and its name. */
const written: [what: string, file: string, type: string][] = [
  ['fact of a booking', 'core/bookings/facts', 'Fact'],
  ['fact of a quote', 'core/quotes/facts', 'QuoteFact'],
  ['fact of a request', 'core/paymentRequests/requestFacts', 'RequestFact'],
  ['job', 'core/jobs/wantedJobs', 'WantedJob'],
  ['call to a processor', 'core/payments/processorCall', 'ProcessorCall'],
];

/** The kinds of each union with the names of their fields, as the compiler has them. */
function writtenNames(): string[] {
  const files = [...written.map(([, file]) => file), 'core/wording/originalWordings'].map(
    (file) => `${root}${file}.ts`,
  );
  const program = ts.createProgram(files, {
    strict: true,
    noEmit: true,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    target: ts.ScriptTarget.ES2022,
  });
  const checker = program.getTypeChecker();
  const typeOf = (file: string, name: string): ts.Type => {
    const module = checker.getSymbolAtLocation(program.getSourceFile(`${root}${file}.ts`)!)!;
    return checker.getDeclaredTypeOfSymbol(checker.getExportsOfModule(module).find((each) => each.name === name)!);
  };
  const membersOf = (type: ts.Type): ts.Type[] => (type.isUnion() ? type.types : [type]);
  const kindsOf = ([what, file, name]: (typeof written)[number]): string[] =>
    membersOf(typeOf(file, name)).map((member) => {
      const kind = checker.getTypeOfSymbol(member.getProperty('kind')!);
      const fields = checker.getPropertiesOfType(member).map((field) => field.name);
      return `${what} ${kind.isStringLiteral() ? kind.value : '?'}: ${fields.sort().join(', ')}`;
    });
  const occasions = membersOf(typeOf('core/wording/originalWordings', 'AnyOccasion')).map(
    (each) => `occasion ${each.isStringLiteral() ? each.value : '?'}`,
  );
  return [...written.flatMap(kindsOf), ...occasions];
}

async function columnNames(): Promise<string[]> {
  const modules = await Promise.all(
    readdirSync(schema).map((file): Promise<Record<string, unknown>> => import(`${schema}${file}`)),
  );
  const tables = modules.flatMap((module) => Object.values(module).filter((each) => is(each, PgTable)));
  return tables.map((table) => {
    const { name, columns } = getTableConfig(table);
    return `table ${name}: ${columns
      .map((column) => column.name)
      .sort()
      .join(', ')}`;
  });
}

/** What is stored or is known outside keeps its name, whatever the code calls it: who changes one sees it here. */
describe('names that stay', () => {
  it('kinds and fields of facts, jobs and calls; occasions; tables and columns; codes of refusals', async function () {
    this.timeout(60_000);
    const codes = [...new Set([...readRouteCodes().values()].flat())].map((code) => `code ${code}`);
    const names = [...writtenNames(), ...(await columnNames()), ...codes];
    expect([...new Set(names)].sort()).to.deep.equal(readFileSync(list, 'utf8').trimEnd().split('\n'));
  });
});
