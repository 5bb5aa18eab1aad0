import { request as httpRequest } from 'node:http';
import { connect } from 'node:net';

/** An answer, with its text as far as it tells a code; 0: none came, -1: it could not be sent. */
export type Answer = {
  readonly status: number;
  readonly ms: number;
  readonly code: string;
  readonly text: string;
  readonly cookies: readonly string[];
};

const codeIn = (text: string): string => /"code":"([a-z_]+)"/.exec(text)?.[1] ?? '';

/** By hand, so that anything may stand in the address, the headers and the body. */
export const send = (
  address: URL,
  about: { method: string; path: string; headers: Record<string, string>; body?: string | Uint8Array },
  deadline: number,
): Promise<Answer> =>
  new Promise((resolve) => {
    const begun = performance.now();
    let text = '';
    let cookies: string[] = [];
    const end = (status: number): void =>
      resolve({ status, ms: performance.now() - begun, code: codeIn(text), text, cookies });
    try {
      const sent = httpRequest(
        { host: address.hostname, port: address.port, agent: false, timeout: deadline * 2, ...about },
        (response) => {
          cookies = (response.headers['set-cookie'] ?? []).map((each) => each.split(';', 1)[0]!);
          response.setEncoding('latin1').on('data', (piece: string) => {
            if (text.length < 4_000) text += piece;
          });
          response.on('end', () => end(response.statusCode!));
          response.on('error', () => end(response.statusCode!));
        },
      );
      sent.on('error', () => end(0));
      sent.on('timeout', () => sent.destroy());
      sent.end(about.body);
    } catch {
      end(-1); // what cannot even be sent
    }
  });

/** A body that says it is 300 MB is refused before it has come. */
export function refusesUnread(address: URL, path: string): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(Number(address.port), address.hostname);
    const timer = setTimeout(() => socket.destroy(), 5_000);
    let answer = '';
    socket.setEncoding('latin1').on('data', (piece: string) => {
      answer += piece;
      socket.destroy();
    });
    socket.on('error', () => undefined);
    socket.on('close', () => {
      clearTimeout(timer);
      resolve(/^HTTP\/1\.1 (413|405|4\d\d)/.test(answer));
    });
    const head = ['content-type: application/json', `content-length: ${300_000_000}`, `host: ${address.host}`];
    socket.write(`POST ${path} HTTP/1.1\r\n${head.join('\r\n')}\r\n\r\n{"a":"`);
  });
}
