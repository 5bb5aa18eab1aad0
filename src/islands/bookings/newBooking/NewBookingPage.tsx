import type { NewBookingView, Shell } from '#contracts/bookings/views';
import { NewBookingForm } from '#islands/bookings/newBooking/NewBookingForm';
import { OwnerShell } from '#islands/shell/OwnerShell';

type Props = { readonly shell: Shell; readonly path: string; readonly view: NewBookingView };

export default function NewBookingPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <NewBookingForm view={view} />
    </OwnerShell>
  );
}
