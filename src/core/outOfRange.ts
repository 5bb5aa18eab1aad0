/**
 * A computed sum or day that the application cannot represent: money past 2^53 − 1, a year past 9999, a chain of
 * more than 10,000 authorisations. Thrown, because no rule decides it; the edges answer it as `invalid_input`.
 */
export class OutOfRange extends RangeError {
  override readonly name = 'OutOfRange';
  constructor(
    message: string,
    /** Where in the document the figure comes from, as `a.0.b`; empty for the whole of it. */
    readonly path = '',
  ) {
    super(message);
  }
}
