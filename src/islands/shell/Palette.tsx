import { find } from '#contracts/routes/bookings/find';
import { read } from '#islands/api';
import { stageWords } from '#islands/format/stageWords';
import { paletteStore } from '#islands/shell/paletteStore';
import { useMantineColorScheme } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { Spotlight, type SpotlightActionData } from '@mantine/spotlight';
import { IconSearch } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

const go = (path: string) => () => location.assign(path);

/** A line of the palette; what it does asks for no event. */
type Doing = SpotlightActionData & { readonly onClick: () => void };

/** Finds any booking, client or action from the keyboard. */
export function Palette() {
  const [text, setText] = useState('');
  const [entered, setEntered] = useState(false);
  const [wanted] = useDebouncedValue(text, 120);
  const { toggleColorScheme: toggle } = useMantineColorScheme();
  const { data: found = [], isFetching } = useQuery({
    queryKey: ['find', wanted],
    queryFn: () => read(find, { text: wanted }),
    enabled: wanted.trim() !== '',
    placeholderData: keepPreviousData,
  });
  const doings: Doing[] = [
    { id: 'new', label: 'New booking', description: 'for a client who called', onClick: go('/bookings/new') },
    { id: 'today', label: 'Today', description: 'what needs a decision', onClick: go('/today') },
    { id: 'bookings', label: 'Bookings', description: 'find, filter, sort', onClick: go('/bookings') },
    {
      id: 'late',
      label: 'Late payments',
      description: 'bookings with something late',
      onClick: go('/bookings?stage=late'),
    },
    { id: 'closeOut', label: 'Close-out', description: 'decide on holds after the service', onClick: go('/close-out') },
    { id: 'quotes', label: 'Quotes', description: 'what was offered', onClick: go('/quotes') },
    {
      id: 'templates',
      label: 'Templates and agreements',
      description: 'what quotes begin with',
      onClick: go('/quote-templates'),
    },
    { id: 'messages', label: 'Messages', description: 'how each says it, and the outbox', onClick: go('/messages') },
    { id: 'setUp', label: 'Set-up', description: 'name, logo and colour', onClick: go('/set-up') },
    {
      id: 'door',
      label: 'Sign-in and safety',
      description: 'password, second factor, sessions',
      onClick: go('/set-up/door'),
    },
    { id: 'terms', label: 'Terms', description: 'money rules that services share', onClick: go('/terms') },
    { id: 'newTerms', label: 'New terms', description: 'rules as sentences, on an example', onClick: go('/terms/new') },
    { id: 'services', label: 'Services', description: 'what can be booked, prices, taxes', onClick: go('/services') },
    { id: 'standIns', label: 'Stand-ins', description: 'clock, card network, mailbox', onClick: go('/stand-ins') },
    { id: 'scheme', label: 'Light or dark', description: 'switch the colours', onClick: toggle },
  ];
  const words = text.trim().toLowerCase();
  const fitting = doings.filter(({ label, description }) => `${label} ${description}`.toLowerCase().includes(words));
  const bookings: Doing[] =
    wanted.trim() === ''
      ? []
      : found.map(({ id, number, client, title, stage }) => ({
          id,
          label: `${client} · ${title}`,
          description: `${number}, ${stageWords[stage].toLowerCase()}`,
          onClick: go(`/bookings/${number}`),
        }));
  const groups = [
    ...(bookings.length > 0 ? [{ group: 'Bookings', actions: bookings }] : []),
    ...(fitting.length > 0 ? [{ group: 'Go to', actions: fitting }] : []),
  ];
  // Enter may come before what was typed has been looked for: it goes where it meant to as soon as that is known.
  const first = bookings[0] ?? fitting[0];
  useEffect(() => {
    if (!entered || wanted !== text || isFetching) return;
    setEntered(false);
    first?.onClick();
  }, [entered, wanted, text, isFetching, first]);
  // The field takes the focus a moment after the palette has opened; what is typed in that moment is not lost.
  useEffect(() => {
    const keep = (event: KeyboardEvent) => {
      if (!paletteStore.getState().opened || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key.length !== 1 || (event.target as Element).closest('.mantine-Spotlight-search')) return;
      event.preventDefault();
      setText((typed) => typed + event.key);
    };
    window.addEventListener('keydown', keep);
    return () => window.removeEventListener('keydown', keep);
  }, []);
  return (
    <Spotlight
      store={paletteStore}
      actions={groups}
      query={text}
      onQueryChange={(next) => {
        setEntered(false);
        setText(next);
      }}
      filter={(_, given) => given}
      nothingFound={isFetching ? 'Looking…' : 'Nothing has these words.'}
      shortcut={['mod + K', '/']}
      scrollable
      maxHeight={420}
      searchProps={{
        leftSection: <IconSearch size={18} aria-hidden />,
        placeholder: 'A name, a number, a service, an action',
        'aria-label': 'Find',
        onKeyDown: (event) => {
          const chosen = document.querySelector('.mantine-Spotlight-action[data-selected]');
          if (event.key !== 'Enter' || chosen) return;
          event.preventDefault();
          setEntered(true);
        },
      }}
    />
  );
}
