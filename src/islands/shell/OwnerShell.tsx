import { shell as shellRoute } from '#contracts/routes/settings';
import type { Shell } from '#contracts/bookings/views';
import { read } from '#islands/api';
import { ClockFace } from '#islands/shell/ClockFace';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Palette } from '#islands/shell/Palette';
import { useLatched } from '#islands/parts/useLatched';
import { palette } from '#islands/shell/paletteStore';
import { Prove } from '#islands/shell/Prove';
import { NavList, PhoneBar } from '#islands/shell/NavList';
import { ShellContext } from '#islands/shell/useShell';
import { styleNonce } from '#islands/parts/styleNonce';
import { cssVariables } from '#theme/cssVariables';
import { theme } from '#theme/theme';
import { ActionIcon, Button, MantineProvider, useMantineColorScheme } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { IconMoon, IconPlus, IconSearch, IconSun } from '@tabler/icons-react';
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { setNonce } from 'get-nonce';
import { type ReactNode, useState } from 'react';
import styles from './OwnerShell.module.css';

// What locks the page behind a dialog makes a style element of its own.
if (typeof document !== 'undefined') setNonce(styleNonce());

const PhoneMenu = lazyComponent(() => import('#islands/shell/PhoneMenu').then((part) => part.PhoneMenu));
const Notifications = lazyComponent(() => import('@mantine/notifications').then((part) => part.Notifications));

type Props = { readonly shell: Shell; readonly path: string; readonly children: ReactNode };

/** The root of each owner's page: theme, data, navigation, palette. Context does not cross islands, so it is one. */
export function OwnerShell({ shell, path, children }: Props) {
  const [queries] = useState(() => new QueryClient({ defaultOptions: { queries: { staleTime: 2000, retry: 1 } } }));
  return (
    <MantineProvider
      getStyleNonce={styleNonce}
      theme={theme}
      cssVariablesResolver={cssVariables}
      defaultColorScheme="auto"
    >
      <QueryClientProvider client={queries}>
        <Notifications position="bottom-right" />
        <Frame shell={shell} path={path}>
          {children}
        </Frame>
      </QueryClientProvider>
    </MantineProvider>
  );
}

function Frame({ shell: given, path, children }: Props) {
  const { data: shell } = useQuery({
    queryKey: ['shell'],
    queryFn: () => read(shellRoute, {}),
    initialData: given,
    refetchInterval: 15_000,
  });
  const [menuOpen, menu] = useDisclosure(false);
  const menuWanted = useLatched(menuOpen);
  return (
    <ShellContext.Provider value={shell}>
      <a href="#main" className={styles.skip}>
        Skip to content
      </a>
      <div className={styles.frame}>
        <aside className={styles.side}>
          <NavList shell={shell} path={path} />
        </aside>
        {menuWanted && <PhoneMenu shell={shell} path={path} opened={menuOpen} close={menu.close} />}
        <div className={styles.content}>
          <header className={styles.top}>
            <button
              type="button"
              className={styles.search}
              onClick={() => palette.open()}
              aria-label="Find a booking, client or action"
            >
              <IconSearch size={18} aria-hidden />
              <span className={styles.searchText}>Find a booking, client or action</span>
              <kbd className={styles.key}>Ctrl K</kbd>
            </button>
            <span className={styles.space} />
            <ClockFace now={shell.now} zone={shell.business.timeZone} standing={shell.standing} />
            <SchemeSwitch />
            <Button
              component="a"
              href="/bookings/new"
              leftSection={<IconPlus size={17} aria-hidden />}
              aria-label="New booking"
              className={styles.new}
            >
              <span className={styles.newText}>New booking</span>
            </Button>
          </header>
          <BookingStopped shell={shell} />
          <main id="main" className={styles.main} tabIndex={-1}>
            {children}
          </main>
        </div>
      </div>
      <PhoneBar shell={shell} path={path} more={menu.open} />
      <Palette />
      <Prove />
    </ShellContext.Provider>
  );
}

/** What everybody of the business should know, wherever they are. */
function BookingStopped({ shell: { bookingStopped, pressed } }: { readonly shell: Shell }) {
  if (!bookingStopped && !pressed) return null;
  return (
    <p className={styles.told} role="status">
      {bookingStopped
        ? 'Clients cannot book by themselves: you have stopped it.'
        : 'Many carts are begun on the booking page and left unpaid.'}{' '}
      <a href="/set-up/booking-page">{bookingStopped ? 'Let them book again' : 'Look, and stop it if you like'}</a>
    </p>
  );
}

function SchemeSwitch() {
  const { toggleColorScheme } = useMantineColorScheme();
  return (
    <ActionIcon variant="subtle" size={34} color="gray" onClick={toggleColorScheme} aria-label="Light or dark">
      <IconSun size={19} className={styles.sun} aria-hidden />
      <IconMoon size={19} className={styles.moon} aria-hidden />
    </ActionIcon>
  );
}
