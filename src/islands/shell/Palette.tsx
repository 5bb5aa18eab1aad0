import { find } from '#contracts/routes/bookings/find';
import { read } from '#islands/api';
import { stageWords } from '#islands/format/stageWords';
import { type Doing, useOpenDoings } from '#islands/shell/doings';
import { findable, fits } from '#islands/shell/findable';
import { paletteStore } from '#islands/shell/paletteStore';
import { useMantineColorScheme } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { Spotlight, type SpotlightActionData } from '@mantine/spotlight';
import { IconSearch } from '@tabler/icons-react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

const go = (path: string) => () => location.assign(path);

/** A line of the palette; what it does asks for no event. */
type Line = SpotlightActionData & { readonly onClick: () => void };

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
  const here = useOpenDoings();
  const scheme = { id: 'scheme', label: 'Light or dark', words: 'switch the colours', run: toggle };
  const lines = (doings: readonly Doing[]): Line[] =>
    doings
      .filter(({ label, words }) => fits(text, label, words))
      .map(({ id, label, words, run }) => ({ id, label, description: words, onClick: run }));
  const fitting = lines([...findable.map(({ path, ...rest }) => ({ ...rest, run: go(path) })), scheme]);
  const onThis = here ? lines(here.doings) : [];
  const bookings: Line[] =
    wanted.trim() === ''
      ? []
      : found.map(({ id, number, client, title, stage }) => ({
          id,
          label: `${client} · ${title}`,
          description: `${number}, ${stageWords[stage].toLowerCase()}`,
          onClick: go(`/bookings/${number}`),
        }));
  const groups = [
    ...(here && onThis.length > 0 ? [{ group: here.heading, actions: onThis }] : []),
    ...(bookings.length > 0 ? [{ group: 'Bookings', actions: bookings }] : []),
    ...(fitting.length > 0 ? [{ group: 'Go to', actions: fitting }] : []),
  ];
  // Enter may come before what was typed has been looked for: it goes where it meant to as soon as that is known.
  const first = onThis[0] ?? bookings[0] ?? fitting[0];
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
