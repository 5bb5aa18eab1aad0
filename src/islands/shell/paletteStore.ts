import { createSpotlight } from '@mantine/spotlight';

/** Whether the palette is open, and what opens it: one for the whole page. */
export const [paletteStore, palette] = createSpotlight();
