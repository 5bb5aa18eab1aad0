import { ActionIcon, type ActionIconProps, Button } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';

/** The rows of a list that is edited: each changed by its place, new ones at the end. */
export const rowsOf = <T,>(rows: readonly T[], set: (rows: readonly T[]) => void) => ({
  change: (index: number, part: Partial<T>): void =>
    set(rows.map((row, at) => (at === index ? { ...row, ...part } : row))),
  add: (row: T): void => set([...rows, row]),
  remove: (index: number): void => set(rows.filter((_, at) => at !== index)),
});

type Remove = Pick<ActionIconProps, 'mt' | 'disabled' | 'size'> & {
  /** What is taken out, as it is read aloud. */
  readonly name: string;
  readonly onClick: () => void;
};

export const RemoveRow = ({ name, size = 36, ...rest }: Remove) => (
  <ActionIcon variant="subtle" color="gray" size={size} aria-label={`Take out ${name}`} {...rest}>
    <IconX size={16} aria-hidden />
  </ActionIcon>
);

type Add = {
  readonly children: string;
  readonly onClick: () => void;
  readonly disabled?: boolean;
  readonly className?: string | undefined;
};

export const AddRow = ({ children, ...rest }: Add) => (
  <Button variant="subtle" size="compact-sm" leftSection={<IconPlus size={15} aria-hidden />} {...rest}>
    {children}
  </Button>
);
