import type { Shell } from '#contracts/bookings/views';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { Button } from '@mantine/core';

/** A clear page for an address that leads nowhere. */
export default function NotThere({ shell, what }: { readonly shell: Shell; readonly what: string }) {
  return (
    <OwnerShell shell={shell} path="">
      <h1 style={{ fontSize: 'var(--text-title)' }}>That is not there</h1>
      <p>{what}</p>
      <Button component="a" href="/bookings">
        All bookings
      </Button>
    </OwnerShell>
  );
}
