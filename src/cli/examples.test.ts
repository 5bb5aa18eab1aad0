import { computations } from '#cli/computations';
import { expect } from 'chai';
import { existsSync, readdirSync, readFileSync } from 'node:fs';

type Example = { about: string; command: string; in: unknown; out?: unknown; error?: { code: string } };

const own = new URL('../core/fixtures/', import.meta.url);
const founders = new URL('../../../shared/examples/', import.meta.url);
const folders = [own, founders].filter((folder) => existsSync(folder));

for (const folder of folders) {
  describe(`worked cases in ${folder === own ? 'fixtures' : 'shared/examples'}`, () => {
    for (const file of readdirSync(folder).filter((name) => name.endsWith('.json'))) {
      const example = JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as Example;
      it(`${file}: ${example.about.slice(0, 70)}`, () => {
        const answer = computations[example.command]!(JSON.stringify(example.in));
        if ('error' in answer) expect(answer.error.code, answer.error.message).to.equal(example.error?.code);
        else expect(answer.value).to.deep.equal(example.out);
      });
    }
  });
}
