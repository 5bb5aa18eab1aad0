import { edgeCodes } from '#contracts/routes/edge';
import { problemSentence, saidCodes } from '#islands/format/problemSentence';
import { expect } from 'chai';
import { readRouteCodes } from '../../../testing/routeCodes';

/** The compiler holds that every refusal has a sentence where it is shown; this holds that none is left over. */
describe('sentences of refusals', () => {
  const told: readonly string[] = [
    'declined', // what came of a try, not a refusal of a route
    'file_too_large', // of uploads, which are no route of the table
    'file_kind',
    'file_unreadable',
  ];
  const ofRoutes = new Set(
    [...readRouteCodes()].flatMap(([path, codes]) => (path.startsWith('/api/client/') ? [] : codes)),
  );
  it('none is of a refusal that no owner meets', () =>
    expect(saidCodes.filter((code) => !ofRoutes.has(code) && !told.includes(code))).to.deep.equal([]));
  it('each ends as a sentence does, whatever explains it', () => {
    for (const code of [...saidCodes, ...edgeCodes])
      expect(problemSentence({ code: code as never, detail: {} }, 'EUR'), code).to.match(/[.?]$/);
  });
});
