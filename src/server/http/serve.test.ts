import { allRoutes } from '#server/http/routes/all';
import { expect } from 'chai';
import { installation, type Installation } from '../../../testing/installation';

describe('a route that is reached without its right', () => {
  let app: Installation;
  before(async () => {
    app = await installation();
  });
  after(() => app.close());

  it('answers nobody, even where nothing before it has asked who it is', async () => {
    const open = new Set(['anybody', 'link', 'client']);
    for (const { route, right, answer } of allRoutes) {
      if (open.has(right)) continue;
      const body = route.method === 'POST' ? { body: '{}' } : {};
      const headers = { 'content-type': 'application/json' };
      const request = new Request(`http://ostendo.example.com${route.path}`, {
        method: route.method,
        headers,
        ...body,
      });
      const locals = { app, person: null, session: null, device: null, address: '203.0.113.7' };
      const context = { locals, request, url: new URL(request.url), cookies: { set: () => undefined } };
      const { status } = await answer(context as never, { number: 'B-0001', seq: '1' });
      expect(status, `${route.method} ${route.path}`).to.equal(401);
    }
  });
});
