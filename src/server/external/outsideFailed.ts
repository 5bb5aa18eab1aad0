/**
 * A service outside could not be reached, or did not answer in time. What it was asked stays open and is asked again
 * with the same key; nobody knows yet whether it was done.
 */
export class OutsideFailed extends Error {
  override readonly name = 'OutsideFailed';
  constructor(
    readonly service: string,
    cause: unknown,
  ) {
    super(`${service} did not answer: ${cause instanceof Error ? cause.message : String(cause)}`, { cause });
  }
}
