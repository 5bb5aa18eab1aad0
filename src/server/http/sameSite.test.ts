import { isFromHere } from '#server/http/sameSite';
import { expect } from 'chai';

const cases: [why: string, method: string, headers: Record<string, string>, fromHere: boolean][] = [
  ['reading is free', 'GET', { 'sec-fetch-site': 'cross-site' }, true],
  ['our own page', 'POST', { 'sec-fetch-site': 'same-origin' }, true],
  ['another site', 'POST', { 'sec-fetch-site': 'cross-site', origin: 'https://elsewhere.example.com' }, false],
  ['a neighbour under the same domain', 'POST', { 'sec-fetch-site': 'same-site' }, false],
  [
    'an older browser, our own page',
    'POST',
    { origin: 'http://ostendo.example.com', host: 'ostendo.example.com' },
    true,
  ],
  [
    'an older browser, another site',
    'POST',
    { origin: 'https://elsewhere.example.com', host: 'ostendo.example.com' },
    false,
  ],
  ['a page that hides where it is', 'POST', { origin: 'null', host: 'ostendo.example.com' }, false],
  ['no browser', 'POST', { host: 'ostendo.example.com' }, true],
];

describe('where a request begins', () => {
  for (const [why, method, headers, fromHere] of cases) {
    it(why, () =>
      expect(isFromHere(new Request('http://ostendo.example.com/api', { method, headers }))).to.equal(fromHere),
    );
  }
});
