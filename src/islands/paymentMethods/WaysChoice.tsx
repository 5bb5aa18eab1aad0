import type { AccountLine } from '#contracts/paymentMethods/views';
import { waysToPay, type WaysShown, type WayToPay } from '#core/paymentMethods/ways';
import { wayWords } from '#core/wording/wayWords';
import { Chip, Group, Input, NativeSelect, Stack } from '@mantine/core';

type Props = {
  readonly value: WaysShown;
  readonly set: (value: WaysShown) => void;
  readonly accounts: readonly AccountLine[];
  readonly label: string;
  /** The ways that there are to choose from. */
  readonly among?: readonly WayToPay[];
  /** How it goes where no account is chosen here. */
  readonly otherwise: string;
};

/** Which ways are shown, and the account that online payments go through. */
export function WaysChoice({ value, set, accounts, label, otherwise, among = waysToPay }: Props) {
  const shown = among.filter((way) => !value.hidden.includes(way));
  const online = accounts.filter(({ disconnected, way }) => !disconnected && way !== 'reader');
  return (
    <Stack gap="xs">
      <Input.Wrapper label={label}>
        <Chip.Group
          multiple
          value={shown}
          onChange={(next) => set({ ...value, hidden: among.filter((way) => !(next as WayToPay[]).includes(way)) })}
        >
          <Group gap={6} mt={4}>
            {among.map((way) => (
              <Chip key={way} value={way} size="sm" radius="sm">
                {wayWords[way]}
              </Chip>
            ))}
          </Group>
        </Chip.Group>
      </Input.Wrapper>
      <NativeSelect
        label="Online payments go through"
        value={value.online ?? ''}
        data={[
          { value: '', label: otherwise },
          ...online.map(({ id, name, currency, mode }) => ({
            value: id,
            label: `${name}, ${currency}${mode === 'test' ? ', test' : ''}`,
          })),
        ]}
        onChange={(event) => set({ ...value, online: event.currentTarget.value || null })}
      />
    </Stack>
  );
}
