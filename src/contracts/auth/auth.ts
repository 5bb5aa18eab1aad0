import { Money } from '#contracts/core/parts';
import type { Minor } from '#core/money/minor';
import { z } from 'zod';

const Password = z.string().min(1).max(200);
const NewPassword = z.string().min(10, 'at least 10 characters').max(200, 'at most 200 characters');
/** Six digits of an authenticator, or a recovery code. */
const Code = z.string().trim().min(6).max(20);
const Token = z.string().min(40).max(500);

export const ForgotPassword = z.strictObject({ email: z.string().trim().min(3).max(254) });
export type ForgotPassword = z.infer<typeof ForgotPassword>;

export const NewPasswordByLink = z.strictObject({ token: Token, password: NewPassword });
export type NewPasswordByLink = z.infer<typeof NewPasswordByLink>;

export const EnterByLink = z.strictObject({ token: Token });
export type EnterByLink = z.infer<typeof EnterByLink>;

export const SecondFactor = z.strictObject({ code: Code });
export type SecondFactor = z.infer<typeof SecondFactor>;

export const ChangePassword = z.strictObject({ current: Password, password: NewPassword });
export type ChangePassword = z.infer<typeof ChangePassword>;

export const WithPassword = z.strictObject({ password: Password });
export type WithPassword = z.infer<typeof WithPassword>;

export const EndSession = z.strictObject({ id: z.string().min(1).max(64) });
export type EndSession = z.infer<typeof EndSession>;

/** For what needs no word. */
export const Nothing = z.strictObject({});

export const Prove = z.union([z.strictObject({ password: Password }), z.strictObject({ code: Code })]);
export type Prove = z.infer<typeof Prove>;

export const StopBooking = z.strictObject({ stopped: z.boolean() });
export type StopBooking = z.infer<typeof StopBooking>;

export const SaveSafety = z.strictObject({
  /** Refunds from this sum on ask again who decides them; null: none does. */
  proofAbove: Money.nullable(),
  /** For how many days what has no more use is kept. */
  keepDays: z.number('days, such as 90').int('whole days').min(1, 'at least one day').max(3650, 'at most ten years'),
});
export type SaveSafety = z.infer<typeof SaveSafety>;

/** One session of the signed-in person, as Set-up lists it. Moments are of the machine's clock. */
export type SessionLine = {
  readonly id: string;
  readonly here: boolean;
  readonly address: string;
  readonly program: string;
  readonly begun: string;
  readonly used: string;
};

export type DoorView = {
  readonly email: string;
  readonly secondFactor: boolean;
  readonly sessions: readonly SessionLine[];
  readonly proofAbove: Minor | null;
  readonly keepDays: number;
  readonly currency: string;
};

/** What an authenticator is given: an address to scan, the same as a picture, and codes for when it is lost. */
export type SecondFactorBegun = {
  readonly uri: string;
  /** A data URL of a PNG. */
  readonly picture: string;
  readonly recovery: readonly string[];
};
