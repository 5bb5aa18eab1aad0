import { knownClients } from '#contracts/routes/clients';
import { type KnownClient, mostKnown } from '#contracts/clients/knownClients';
import { read } from '#islands/api';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';

/** Whom a field proposes for what is typed in it: those that the form came with, or, where these are not all, whom the server knows. */
export function useKnownClients(given: readonly KnownClient[], typed: string): readonly KnownClient[] {
  const [search] = useDebouncedValue(typed.trim(), 150);
  const { data } = useQuery({
    queryKey: ['known clients', search],
    queryFn: () => read(knownClients, { search }),
    enabled: given.length >= mostKnown && search !== '',
    placeholderData: (before) => before,
  });
  return data && search !== '' ? data.clients : given;
}
