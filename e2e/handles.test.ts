import { expect } from 'chai';
import { connect, type Socket } from 'node:net';
import { eventually } from '../testing/eventually';
import { demoDirectory } from './installed';
import { serve, type Served } from './server';

const handles = 700;

describe('a moment without file handles', function () {
  let server: Served;
  before(async () => (server = await serve(await demoDirectory(), {}, undefined, handles)));
  after(() => server.stop());

  /** With where it leads, if it leads elsewhere. */
  const answerOf = (path: string): Promise<string> =>
    fetch(server.address + path, { redirect: 'manual' }).then(
      ({ status, headers }) => `${status} ${headers.get('location') ?? ''}`.trim(),
      () => 'none',
    );

  it('is over when it is over: every page answers again, and health tells the truth meanwhile and after it', async () => {
    const { port } = new URL(server.address);
    // Nobody has asked for any of these pages yet.
    const loaded = (): boolean => server.log().includes('every part of the program is loaded');
    expect(await eventually(loaded)).to.equal(true);
    const sockets: Socket[] = [];
    for (let index = 0; index < handles + 100; index++) {
      const socket = connect(Number(port), '127.0.0.1');
      socket.on('error', () => undefined);
      sockets.push(socket);
    }
    await new Promise((resolve) => setTimeout(resolve, 1500));
    for (const path of ['/sign-in', '/book', '/new-password', '/enter']) await answerOf(path);
    for (const socket of sockets) socket.destroy();
    await eventually(async () => (await answerOf('/livez')) === '200');
    for (const path of ['/sign-in', '/book', '/new-password', '/enter', '/book/voucher'])
      expect(await answerOf(path), path).to.equal('200');
    expect(await answerOf('/healthz')).to.equal('200');
    expect(await answerOf('/readyz')).to.equal('200');
  });
});
