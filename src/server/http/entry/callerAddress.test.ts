import { callerAddress, keepOnlyChecked } from '#server/http/entry/callerAddress';
import { expect } from 'chai';
import type { IncomingMessage } from 'node:http';

const from = (remoteAddress: string, forwarded?: string): IncomingMessage =>
  ({
    socket: { remoteAddress },
    connection: { remoteAddress },
    headers: forwarded ? { 'x-forwarded-for': forwarded } : {},
  }) as never;

describe('the address of a caller', () => {
  const cases: [why: string, trusted: string[], remote: string, forwarded: string | undefined, address: string][] = [
    ['nobody is trusted: whoever connects', [], '198.51.100.4', '10.0.0.1', '198.51.100.4'],
    ['a trusted proxy says who', ['10.0.0.0/8'], '10.1.1.1', '203.0.113.9', '203.0.113.9'],
    ['somebody else than the proxy connects', ['10.0.0.0/8'], '198.51.100.4', '203.0.113.9', '198.51.100.4'],
    [
      'what the caller wrote before it is not believed',
      ['10.0.0.0/8'],
      '10.1.1.1',
      '1.2.3.4, 203.0.113.9',
      '203.0.113.9',
    ],
    ['two proxies in a row', ['10.0.0.0/8'], '10.1.1.1', '203.0.113.9, 10.2.2.2', '203.0.113.9'],
    ['a proxy that says nothing', ['10.0.0.0/8'], '10.1.1.1', undefined, '10.1.1.1'],
    ['a word that is no address', ['loopback'], '127.0.0.1', 'unknown', '127.0.0.1'],
    ['by IPv6', ['::1'], '::1', '2001:db8::7', '2001:db8::7'],
  ];
  for (const [why, trusted, remote, forwarded, address] of cases)
    it(why, () => expect(callerAddress(trusted)(from(remote, forwarded))).to.equal(address));

  it('is all that is left of what was forwarded', () => {
    const request = {
      headers: { 'x-forwarded-for': 'a', 'x-forwarded-proto': 'https', forwarded: 'for=b', host: 'x' },
    };
    keepOnlyChecked(request as never, '203.0.113.9');
    expect(request.headers).to.deep.equal({ host: 'x', 'x-forwarded-for': '203.0.113.9' });
  });
});
