import { type ParsedMail, simpleParser } from 'mailparser';
import type { AddressInfo, Server, Socket } from 'node:net';
import { createServer } from 'node:net';
import { SMTPServer } from 'smtp-server';

export type Taken = { readonly mail: ParsedMail; readonly to: readonly string[] };

/** How a server behaves with the body of a message: as it should, refusing for now or for good. */
export type Behaviour = 'takes' | 'later' | 'refuses';

/** A real SMTP server that keeps what it is given, and behaves as it is told. */
export async function smtpServer(port = 0) {
  const taken: Taken[] = [];
  const state: { behaviour: Behaviour } = { behaviour: 'takes' };
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onRcptTo(_address, _session, done) {
      if (state.behaviour !== 'refuses') return done();
      done(Object.assign(new Error('no such person'), { responseCode: 550 }));
    },
    onData(stream, session, done) {
      void simpleParser(stream).then((mail) => {
        if (state.behaviour === 'later') return done(new Error('come back later'));
        taken.push({ mail, to: session.envelope.rcptTo.map(({ address }) => address) });
        done();
      });
    },
  });
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  const used = (server.server.address() as AddressInfo).port;
  return {
    taken,
    state,
    port: used,
    url: `smtp://127.0.0.1:${used}`,
    close: () => new Promise<void>((resolve) => server.close(resolve)),
  };
}

/** A server that takes the whole body and hangs up before it answers, or one that never says a word. */
export async function brokenMailServer(how: 'hangsUp' | 'silent') {
  const bodies: string[] = [];
  const open = new Set<Socket>();
  const server: Server = createServer((socket) => {
    open.add(socket);
    socket.on('error', () => undefined).on('close', () => open.delete(socket));
    if (how === 'silent') return;
    let text = '';
    let inBody = false;
    socket.write('220 mail.example.com\r\n');
    socket.on('data', (piece) => {
      text += piece.toString();
      if (inBody && text.includes('\r\n.\r\n')) {
        bodies.push(text);
        socket.destroy();
        return;
      }
      while (!inBody && text.includes('\r\n')) {
        const line = text.slice(0, text.indexOf('\r\n'));
        text = text.slice(line.length + 2);
        inBody = line.toUpperCase() === 'DATA';
        socket.write(inBody ? '354 go on\r\n' : '250 fine\r\n');
      }
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    bodies,
    url: `smtp://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: async () => {
      for (const socket of open) socket.destroy();
      await new Promise<void>((resolve) => server.close(() => resolve()));
    },
  };
}
