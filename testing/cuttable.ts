import { connect, createServer, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';

/** A way to a server that can be cut: open connections end, and no new one is taken, until it is mended. */
export async function cuttable(url: string) {
  const target = new URL(url);
  const open = new Set<Socket>();
  let isCut = false;
  const server = createServer((near) => {
    if (isCut) return void near.destroy();
    const far = connect(Number(target.port), target.hostname);
    for (const [one, other] of [
      [near, far],
      [far, near],
    ] as const) {
      open.add(one);
      one
        .on('error', () => undefined)
        .on('close', () => {
          open.delete(one);
          other.destroy();
        });
      one.pipe(other);
    }
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const through = new URL(url);
  through.port = String((server.address() as AddressInfo).port);
  through.hostname = '127.0.0.1';
  const cut = (): void => {
    isCut = true;
    for (const socket of open) socket.destroy();
  };
  return {
    url: through.href,
    cut,
    mend: () => (isCut = false),
    close: () => {
      cut();
      return new Promise<void>((resolve) => server.close(() => resolve()));
    },
  };
}
