import { edgeCodes } from '#contracts/routes/edge';
import { pageRights, tablePattern } from '#server/http/pageRights';
import { allRoutes } from '#server/http/routes/all';
import { isThere } from '#server/http/serve';
import { routeAt } from '#server/http/routes/routing';
import { expect } from 'chai';
import { readRouteCodes } from '../../../../testing/routeCodes';
import { readdirSync } from 'node:fs';

const pages = new URL('../../../pages/', import.meta.url).pathname;
const patternOf = (file: string): string =>
  `/${file.replace(/\.(ts|astro)$/, '').replace(/(^|\/)index$/, '')}`.replace(/(.)\/$/, '$1');
const files = readdirSync(pages, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(ts|astro)$/.test(file))
  .map(patternOf);
/** Shown in the place of others, and at no address of their own. */
const faults = ['/404', '/500'];

const routeCodes = readRouteCodes();

describe('the table of routes', () => {
  it('is read whole, with its codes', () => {
    const done = allRoutes.filter(({ route }) => route.method === 'POST').map(({ route }) => route.path);
    expect([...routeCodes.keys()]).to.have.members(done);
  });
  it('has each method and path once', () => {
    const all = allRoutes.map(({ route: { method, path } }) => `${method} ${path}`);
    expect(all.length).to.be.greaterThan(150);
    expect(all.filter((each, index) => all.indexOf(each) !== index)).to.deep.equal([]);
  });
  it('and the files never answer the same path', () => {
    const ofFiles = files
      .filter((each) => each.startsWith('/api/') && each !== tablePattern)
      .map((each) => new RegExp(`^${each.replace(/\[\.\.\.\w+\]/g, '.*').replace(/\[\w+\]/g, '[^/]+')}$`));
    const both = allRoutes.filter(({ route }) => ofFiles.some((pattern) => pattern.test(route.path)));
    expect(both.map(({ route }) => route.path)).to.deep.equal([]);
  });
  it('finds each route by its path, and none by another method', () => {
    for (const { route } of allRoutes) {
      const filled = route.path.replace(/:\w+/g, 'a%20b');
      expect(routeAt(route.method, filled)?.route.route, route.path).to.equal(route);
      expect(routeAt(route.method, `${filled}/`)?.route.route, route.path).to.equal(route);
      expect(routeAt('DELETE', filled), route.path).to.equal(null);
    }
  });
  it('fills in what a path names, decoded; half an escape is no name', () => {
    expect(routeAt('GET', '/api/booking/B%2D0001')?.params).to.deep.equal({ number: 'B-0001' });
    expect(routeAt('GET', '/api/booking/%E0%A4')).to.equal(null);
    expect(routeAt('HEAD', '/api/today')?.route.route.path).to.equal('/api/today');
  });
  it('what is named whole comes before what has a name to be filled in', () =>
    expect(routeAt('POST', '/api/client/checkout/pay')?.route.route.path).to.equal('/api/client/checkout/pay'));
  it('names no code that any request may be answered with, and none twice', () => {
    const edges: readonly string[] = edgeCodes;
    for (const [path, named] of routeCodes) {
      expect(
        named.filter((code) => edges.includes(code)),
        path,
      ).to.deep.equal([]);
      expect(new Set(named).size, path).to.equal(named.length);
    }
  });
  it('answers 404 for what is not there, 409 for what a rule refuses', () => {
    const codes = new Set([...routeCodes.values()].flat());
    expect([...codes].filter((code) => !isThere(code))).to.have.members(
      [...codes].filter((code) => code.endsWith('_not_found')),
    );
  });
});

describe('the rights of pages', () => {
  it('are named for each page and each endpoint with a file, and for nothing else', () =>
    expect(Object.keys(pageRights)).to.have.members(
      files.filter((each) => each !== tablePattern && !faults.includes(each)),
    ));
});
