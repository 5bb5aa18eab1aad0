/** Seconds that this installation has to take in an event. */
const deadlineSeconds = 10;

/** Over HTTP, to this installation's own address: the way that a real processor's events come in. */
export const postEvents =
  (address: string) =>
  async (provider: string, body: string, headers: Record<string, string>): Promise<{ readonly ok: boolean }> => {
    const signal = AbortSignal.timeout(deadlineSeconds * 1000);
    return fetch(`${address}/api/events/${provider}`, { method: 'POST', body, headers, signal });
  };
