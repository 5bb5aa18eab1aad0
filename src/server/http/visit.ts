import { deviceOf } from '#server/http/device';
import type { APIContext } from 'astro';

/** Who asks and from where, and what an answer may leave on their device. */
export type Visit = APIContext['locals'] & {
  readonly headers: Headers;
  /** What this device keeps, made and left on it where it has nothing yet. */
  readonly ownDevice: () => string;
  /** The answer sets the cookies that another one would have set. */
  readonly takeCookies: (from: Response | null) => void;
};

/** @returns the visit, and what gives its answer the cookies that were taken meanwhile */
export function visitOf(context: APIContext): {
  readonly visit: Visit;
  readonly withCookies: (to: Response) => Response;
} {
  const taken: string[] = [];
  const visit: Visit = Object.assign(Object.create(context.locals) as APIContext['locals'], {
    headers: context.request.headers,
    ownDevice: () => deviceOf(context),
    takeCookies: (from: Response | null) => {
      taken.push(...(from?.headers.getSetCookie() ?? []));
    },
  });
  const withCookies = (to: Response): Response => {
    for (const cookie of taken) to.headers.append('set-cookie', cookie);
    return to;
  };
  return { visit, withCookies };
}
