import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { type Installation, installation } from '../../../../testing/installation';
import { sentQuote } from '../../../../testing/quoting';

describe('the list of quotes', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());
  const counts = async () => (await app.queries.quotes({ search: '', state: 'open' })).counts;
  /** So many more like the one that was sent, in some state. */
  const manyMore = (count: number, state: string) =>
    app.deps.db.execute(sql`insert into quotes select made.* from quotes own, generate_series(1, ${count}::int) n,
      jsonb_populate_record(own, jsonb_build_object('id', ${state} || n, 'number', ${state} || n, 'request_key', ${state} || n, 'state', ${state}::text)) made
      where own.state = 'sent'`);

  it('counts each state; what is many no further, and for a while not again', async () => {
    await sentQuote(app);
    await manyMore(3, 'declined');
    await manyMore(2600, 'expired');
    const few = { draft: 0, sent: 1, opened: 0, signing: 0, declined: 3, expired: 2001 };
    expect(await counts()).to.deep.include(few);
    await app.deps.db.execute(sql`delete from quotes where state in ('declined', 'expired')`);
    expect(await counts(), 'expired was many a moment ago').to.deep.include({ ...few, declined: 0 });
  });
});
