import { lazyComponent } from '#islands/parts/lazyComponent';
import { useLatched } from '#islands/parts/useLatched';
import { palette, paletteStore } from '#islands/shell/paletteStore';
import { useHotkeys } from '@mantine/hooks';
import { useSpotlight } from '@mantine/spotlight';
import { useEffect, useState } from 'react';

const PaletteBox = lazyComponent(() => import('#islands/shell/PaletteBox').then((part) => part.PaletteBox));

/** Opens what finds any booking, client or action, by its keys or its button; it is fetched when it is first opened. */
export function Palette() {
  const [text, setText] = useState('');
  const [entered, setEntered] = useState(false);
  const { opened } = useSpotlight(paletteStore);
  const wanted = useLatched(opened);
  useHotkeys([
    ['mod + K', palette.toggle],
    ['/', palette.toggle],
  ]);
  // It takes the focus a moment after it was opened; what is typed in that moment is not lost.
  useEffect(() => {
    const keep = (event: KeyboardEvent) => {
      if (!paletteStore.getState().opened || event.ctrlKey || event.metaKey || event.altKey) return;
      if ((event.target as Element).closest('.mantine-Spotlight-search')) return;
      if (event.key === 'Enter' && text !== '') setEntered(true);
      else if (event.key.length === 1) setText((typed) => typed + event.key);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', keep);
    return () => window.removeEventListener('keydown', keep);
  }, [text]);
  return wanted && <PaletteBox {...{ text, setText, entered, setEntered }} />;
}
