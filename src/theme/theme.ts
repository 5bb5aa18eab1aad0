import { createTheme, type MantineColorsTuple } from '@mantine/core';

const brand: MantineColorsTuple = [
  '#eaf3f4',
  '#d3e4e6',
  '#a6c9ce',
  '#77aeb6',
  '#5198a2',
  '#27737f',
  '#0d4a56',
  '#0b414c',
  '#083741',
  '#042c34',
];

/** Around what is late and cannot be undone (tokens.css): white is read on a button of it in both schemes. */
const red: MantineColorsTuple = [
  '#fdf0ed',
  '#fadcd5',
  '#f4b7aa',
  '#ef957f',
  '#f2806b',
  '#c4402a',
  '#b9341f',
  '#a32d1a',
  '#8c2716',
  '#6f1e10',
];

/** By the component's name: a page that shows none of them loads none. */
const closes = { defaultProps: { closeButtonProps: { 'aria-label': 'Close' } } };

/** Mantine in Ostendo's colours, faces and sizes; the tokens themselves are in tokens.css. */
export const theme = createTheme({
  primaryColor: 'brand',
  primaryShade: { light: 6, dark: 5 },
  colors: { brand, red },
  fontFamily: 'var(--font)',
  headings: { fontFamily: 'var(--head)', fontWeight: '650' },
  defaultRadius: 6,
  fontSizes: {
    xs: 'var(--text-small)',
    sm: 'var(--text-note)',
    md: 'var(--text-dense)',
    lg: 'var(--text-field)',
    xl: 'var(--text-title)',
  },
  autoContrast: true,
  focusRing: 'auto',
  respectReducedMotion: true,
  components: {
    Modal: closes,
    Drawer: closes,
    // Its own grey beneath a heading is too light to be read.
    Notification: { ...closes, styles: { description: { color: 'var(--ink-2)' } } },
  },
});
