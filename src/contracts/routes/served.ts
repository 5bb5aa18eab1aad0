import type { AnyRoute, InOf } from '#contracts/routes/route';
import type { Opening } from '#contracts/routes/rights';
import type { z } from 'zod';

const kB = 1024;
/** Sizes of what a request may bring, in bytes: a form, a document with its lines, a text with an agreement, a drawing. */
export const sizes = {
  form: 64 * kB,
  document: 512 * kB,
  cart: 256 * kB,
  text: 1024 * kB,
  drawing: 2048 * kB,
} as const;

export type Limits = {
  /** The most that a request may bring. */
  readonly bytes: number;
  /** Takes a while to compute and is open to anybody: let through a few at a time, before anything is read for it. */
  readonly queued?: boolean;
};

/** What the server alone knows of a route: the contract that reads what comes in, who may ask, and how much. */
export type Served<R extends AnyRoute, S extends z.ZodType, O extends Opening> = {
  readonly route: R;
  readonly contract: S;
  readonly right: O;
  readonly limits: Limits;
};

export const served = <R extends AnyRoute, S extends z.ZodType<unknown, InOf<R>>, O extends Opening>(
  route: R,
  about: { readonly in: S; readonly right: O; readonly limits?: Limits },
): Served<R, S, O> => ({
  route,
  contract: about.in,
  right: about.right,
  limits: about.limits ?? { bytes: sizes.form },
});
