import type { Shell } from '#contracts/bookings/views';
import { NavList } from '#islands/shell/NavList';
import { Drawer } from '@mantine/core';
import styles from './OwnerShell.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly opened: boolean; readonly close: () => void };

/** All views, on a phone. */
export const PhoneMenu = ({ shell, path, opened, close }: Props) => (
  <Drawer
    opened={opened}
    onClose={close}
    size={260}
    withCloseButton={false}
    padding={0}
    title={null}
    classNames={{ body: styles.drawer! }}
  >
    <NavList shell={shell} path={path} />
  </Drawer>
);
