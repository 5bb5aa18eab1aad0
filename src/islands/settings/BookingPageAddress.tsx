import { StopSwitch } from '#islands/settings/StopSwitch';
import { Button, CopyButton, Group, Textarea } from '@mantine/core';

/** Where clients book, and what the owner puts into a page of their own. */
export function BookingPageAddress({ address }: { readonly address: string }) {
  const snippet = `<iframe src="${address}?framed" title="Book" style="width:100%;height:900px;border:0"></iframe>`;
  const copies = [
    ['Copy the address', address],
    ['Copy for your own page', snippet],
  ] as const;
  return (
    <section aria-label="Booking page" id="booking-page">
      <h2>Booking page</h2>
      <StopSwitch />
      <p>
        <a href={address}>{address}</a>
      </p>
      <Textarea
        label="To have it in a page of your own, put this where it should stand"
        readOnly
        autosize
        value={snippet}
      />
      <Group mt="xs" gap="xs">
        {copies.map(([label, value]) => (
          <CopyButton key={label} value={value}>
            {({ copied, copy }) => (
              <Button variant="default" size="compact-sm" onClick={copy}>
                {copied ? 'Copied' : label}
              </Button>
            )}
          </CopyButton>
        ))}
      </Group>
    </section>
  );
}
