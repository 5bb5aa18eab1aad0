/** A rule's answer: its value, or the refusal that says which rule said no and with which data. */
export type Result<T, R extends { readonly code: string }> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: R };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });

export const refuse = <const R extends { readonly code: string }>(
  refusal: R,
): { readonly ok: false; readonly refusal: R } => ({ ok: false, refusal });
