import type { CSSVariablesResolver } from '@mantine/core';

const shared = {
  '--mantine-color-body': 'var(--paper)',
  '--mantine-color-text': 'var(--ink)',
  '--mantine-color-dimmed': 'var(--ink-3)',
  '--mantine-color-placeholder': 'var(--ink-3)',
  '--mantine-color-default': 'var(--surface)',
  '--mantine-color-default-border': 'var(--line)',
  '--mantine-color-default-color': 'var(--ink)',
  '--mantine-color-default-hover': 'var(--line-2)',
  '--mantine-color-anchor': 'var(--brand)',
  '--mantine-color-error': 'var(--late)',
};

/** Mantine's own colours follow the tokens, so that one file settles both schemes. */
export const cssVariables: CSSVariablesResolver = () => ({
  variables: {},
  light: shared,
  dark: { ...shared, '--mantine-color-dark-6': 'var(--surface)' },
});
