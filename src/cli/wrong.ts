/** Prints an error as the design has it, on standard error. @returns the exit status that goes with it */
export function wrong(code: string, message: string, path = ''): number {
  console.error(JSON.stringify({ error: { code, message, path } }));
  return 2;
}
