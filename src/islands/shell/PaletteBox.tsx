import { find } from '#contracts/routes/bookings';
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
import { useEffect } from 'react';

const go = (path: string) => () => location.assign(path);

/** A line of the palette; what it does asks for no event. */
type Line = SpotlightActionData & { readonly onClick: () => void };

type Props = {
  readonly text: string;
  readonly setText: (text: string) => void;
  /** Enter was pressed, and goes where it meant to as soon as that is known. */
  readonly entered: boolean;
  readonly setEntered: (entered: boolean) => void;
};

/** Finds any booking, client or action from the keyboard. */
export function PaletteBox({ text, setText, entered, setEntered }: Props) {
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
  }, [entered, wanted, text, isFetching, first, setEntered]);
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
      shortcut={null}
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
