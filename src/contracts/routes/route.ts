import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { TimeOfDay, WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';

declare const types: unique symbol;

/**
 * A way into the server, as both sides know it: where it is, what goes in and comes out, and the codes with which a rule
 * may refuse it. `In` is what is sent, before the contract has read it; for a GET, what stands in the path (`:name`) and
 * in the query, as texts. All but method and path are types, so a page is loaded with nothing else.
 */
export type Route<In, Out, Code extends string> = {
  readonly method: 'GET' | 'POST';
  readonly path: string;
  readonly [types]?: { readonly in: In; readonly out: Out; readonly code: Code };
};
export type AnyRoute = Route<unknown, unknown, string>;
export type InOf<R extends AnyRoute> = R extends Route<infer In, unknown, string> ? In : never;
export type OutOf<R extends AnyRoute> = R extends Route<unknown, infer Out, string> ? Out : never;
/** Texts and sums that only a contract makes sure of: a page sends them as somebody typed them, a sum that is none as null. */
type Typed = PlainDate | WallTime | TimeOfDay | Instant | Decimal;
type AsTyped<T> = T extends Typed
  ? string
  : T extends Minor
    ? number | null
    : T extends object
      ? { readonly [K in keyof T]: AsTyped<T[K]> }
      : T;
/** What a page may send to a route. */
export type SentTo<R extends AnyRoute> = AsTyped<InOf<R>>;
export type CodeOf<R extends AnyRoute> = R extends Route<unknown, unknown, infer Code> ? Code : never;

/** Something that is done, and may be refused with these codes: `route<In, Out, 'code' | 'other_code'>('/api/…')`. */
export const route = <In, Out, Code extends string = never>(path: string): Route<In, Out, Code> => ({
  method: 'POST',
  path,
});

/** Something that is read; what is not there is answered 404 `not_found`. */
export const view = <In, Out>(path: string): Route<In, Out, never> => ({ method: 'GET', path });

/** The address of a view: what its path names, and the rest as its query; what is not given is not asked for. */
export function addressOf(path: string, given: object): string {
  const rest = new URLSearchParams();
  for (const [name, value] of Object.entries(given)) if (value !== undefined) rest.set(name, String(value));
  const filled = path.replace(/:(\w+)/g, (_, name: string) => {
    const value = rest.get(name) ?? '';
    rest.delete(name);
    return encodeURIComponent(value);
  });
  return rest.size > 0 ? `${filled}?${rest}` : filled;
}
