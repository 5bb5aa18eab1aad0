import { bindCookies, bindSetCookies, isBound } from '#server/http/entry/hostCookies';
import { expect } from 'chai';
import { IncomingMessage, ServerResponse } from 'node:http';
import { Socket } from 'node:net';

const asked = (host: string, cookie?: string): IncomingMessage => {
  const request = new IncomingMessage(new Socket());
  Object.assign(request.headers, { host, ...(cookie === undefined ? {} : { cookie }) });
  return request;
};

describe('cookies of the sign-in', () => {
  const where: [host: string, baseUrl: string, bound: boolean][] = [
    ['book.example.com', 'https://book.example.com', true],
    ['BOOK.example.com', 'https://book.example.com', true],
    ['localhost:4321', 'http://127.0.0.1:4321', true],
    ['localhost', 'https://book.example.com', true],
    ['127.0.0.1:4321', 'http://127.0.0.1:4321', false],
    ['127.0.0.1:4321', 'https://book.example.com', false],
    ['book.example.com', 'http://book.example.com', false],
    ['localhost.example.com', 'http://127.0.0.1:4321', false],
  ];
  for (const [host, baseUrl, bound] of where)
    it(`${host} of ${baseUrl}: ${bound ? 'bound to the host' : 'by the plain name'}`, () =>
      expect(isBound(asked(host), baseUrl)).to.equal(bound));

  it('are read by the bound name alone; others are left as they are', () => {
    const request = asked(
      'localhost',
      'ostendo.session_token=planted; __Host-ostendo.session_token=own; ostendo-device=d',
    );
    bindCookies(request);
    expect(request.headers.cookie).to.equal('ostendo.session_token=own; ostendo-device=d');
  });

  it('are set without a domain, for every path, over what is secure', () => {
    const response = new ServerResponse(asked('localhost'));
    response.setHeader('set-cookie', [
      'ostendo.session_token=a; Max-Age=60; Domain=example.com; Path=/api; HttpOnly; SameSite=Lax',
      'ostendo-device=d; Path=/',
    ]);
    bindSetCookies(response);
    expect(response.getHeader('set-cookie')).to.deep.equal([
      '__Host-ostendo.session_token=a; Max-Age=60; HttpOnly; SameSite=Lax; Path=/; Secure',
      'ostendo-device=d; Path=/',
    ]);
  });
});
