import { Button, Code, CopyButton, Group } from '@mantine/core';

/** Where clients book, and what the owner puts into a page of their own. */
export function BookingPageAddress({ address }: { readonly address: string }) {
  const snippet = `<iframe src="${address}?framed" title="Book" style="width:100%;height:900px;border:0"></iframe>`;
  return (
    <section aria-label="Booking page">
      <h2>Booking page</h2>
      <p>
        <a href={address}>{address}</a>
      </p>
      <p>To have it in a page of your own, put this where it should stand:</p>
      <Code block>{snippet}</Code>
      <Group mt="xs" gap="xs">
        {[['Copy the address', address] as const, ['Copy for your own page', snippet] as const].map(
          ([label, value]) => (
            <CopyButton key={label} value={value}>
              {({ copied, copy }) => (
                <Button variant="default" size="compact-sm" onClick={copy}>
                  {copied ? 'Copied' : label}
                </Button>
              )}
            </CopyButton>
          ),
        )}
      </Group>
    </section>
  );
}
