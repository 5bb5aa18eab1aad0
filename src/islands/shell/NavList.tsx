import type { Shell } from '#contracts/views';
import {
  IconCalendar,
  IconCalendarDollar,
  IconFileText,
  IconMail,
  IconSettings,
  IconClipboardCheck,
  IconListDetails,
  IconPlanet,
  IconReceipt,
  IconSunrise,
  IconTelescope,
  IconTimeline,
} from '@tabler/icons-react';
import styles from './OwnerShell.module.css';

const places = [
  { path: '/today', label: 'Today', Icon: IconSunrise, count: 'decisions' },
  { path: '/bookings', label: 'Bookings', Icon: IconCalendarDollar, count: null },
  { path: '/calendar', label: 'Calendar', Icon: IconCalendar, count: null },
  { path: '/lanes', label: 'Lanes', Icon: IconTimeline, count: null },
  { path: '/quotes', label: 'Quotes', Icon: IconFileText, count: 'quotes' },
  { path: '/credit', label: 'Requests', Icon: IconReceipt, count: null },
  { path: '/close-out', label: 'Close-out', Icon: IconClipboardCheck, count: 'closeOuts' },
  { path: '/terms', label: 'Terms', Icon: IconListDetails, count: null },
  { path: '/services', label: 'Services', Icon: IconTelescope, count: null },
  { path: '/messages', label: 'Messages', Icon: IconMail, count: null },
  { path: '/set-up', label: 'Set-up', Icon: IconSettings, count: null },
  { path: '/stand-ins', label: 'Stand-ins', Icon: IconPlanet, count: null },
] as const;

export function NavList({ shell, path }: { readonly shell: Shell; readonly path: string }) {
  return (
    <nav className={styles.nav} aria-label="Views">
      <a href="/today" className={styles.brand}>
        <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
          <rect x="1" y="8" width="9" height="6" rx="2" fill="#f4c95d" />
          <rect x="12.5" y="8.8" width="8" height="4.4" rx="1.6" fill="none" stroke="#d7e2e3" strokeWidth="1.6" />
          <path d="M11.2 4v14" stroke="#d7e2e3" strokeWidth="1.8" strokeLinecap="round" />
        </svg>
        Ostendo
      </a>
      {places
        .filter(({ path: to }) => to !== '/stand-ins' || shell.standIns)
        .map(({ path: to, label, Icon, count }) => {
          const current = path === to || path.startsWith(`${to}/`);
          const number = count ? shell[count] : 0;
          return (
            <a key={to} href={to} className={styles.place} aria-current={current ? 'page' : undefined}>
              <Icon size={20} stroke={1.7} aria-hidden />
              <span>{label}</span>
              {number > 0 && (
                <span className={styles.count}>
                  {number}
                  <span className="visually-hidden"> to decide</span>
                </span>
              )}
            </a>
          );
        })}
      <div className={styles.owner}>
        <span>{shell.business.name}</span>
        <span>{shell.person.name}</span>
        <button type="button" className={styles.signOut} onClick={() => void signOut()}>
          Sign out
        </button>
      </div>
    </nav>
  );
}

async function signOut(): Promise<void> {
  await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
  location.assign('/sign-in');
}
