import { useEffect, useState } from 'react';

/** The token of a link, which stands behind its # so that no server and no log sees it; taken out of the address bar. */
export function useLinkToken(): string | null {
  const [token, setToken] = useState<string | null>(null);
  useEffect(() => {
    const given = location.hash.slice(1);
    if (given === '') return;
    setToken(given);
    history.replaceState(null, '', location.pathname);
  }, []);
  return token;
}
