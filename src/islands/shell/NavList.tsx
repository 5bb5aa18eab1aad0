import type { Shell } from '#contracts/bookings/views';
import { foundPages, type OwnerPath, pageGroups } from '#contracts/ownerPages';
import {
  type Icon,
  IconCalendarDollar,
  IconBook2,
  IconClipboardCheck,
  IconFileInvoice,
  IconUsers,
  IconDots,
  IconFileText,
  IconListDetails,
  IconMail,
  IconPlanet,
  IconPlus,
  IconPoint,
  IconReceipt,
  IconScale,
  IconSettings,
  IconSunrise,
  IconTelescope,
} from '@tabler/icons-react';
import styles from './OwnerShell.module.css';

const icons: Partial<Record<OwnerPath, Icon>> = {
  '/today': IconSunrise,
  '/bookings': IconCalendarDollar,
  '/quotes': IconFileText,
  '/close-out': IconClipboardCheck,
  '/clients': IconUsers,
  '/invoices': IconFileInvoice,
  '/journal': IconBook2,
  '/credit': IconReceipt,
  '/disputes': IconScale,
  '/services': IconTelescope,
  '/terms': IconListDetails,
  '/messages': IconMail,
  '/set-up': IconSettings,
  '/stand-ins': IconPlanet,
};

type Props = { readonly shell: Shell; readonly path: string };
const stands = (path: string, at: string): boolean => at === path || at.startsWith(`${path}/`);

export function NavList({ shell, path }: Props) {
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
      {Object.entries(pageGroups).map(([group, heading]) => (
        <section key={group} className={styles.group} aria-labelledby={`views-${group}`}>
          <h2 id={`views-${group}`}>{heading}</h2>
          {foundPages
            .filter((page) => page.group === group && (page.path !== '/stand-ins' || shell.standIns))
            .map((page) => (
              <Place key={page.path} page={page} shell={shell} current={stands(page.path, path)} />
            ))}
        </section>
      ))}
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

type PlaceProps = {
  readonly page: (typeof foundPages)[number];
  readonly shell: Shell;
  readonly current: boolean;
};

function Place({ page: { path, label, counted }, shell, current }: PlaceProps) {
  const Icon = icons[path] ?? IconPoint;
  const number = counted ? shell[counted] : 0;
  return (
    <a href={path} className={styles.place} aria-current={current ? 'page' : undefined}>
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
}

const onPhone = foundPages.filter(({ path }) => ['/today', '/bookings', '/close-out'].includes(path));

/** What is needed between two jobs, at the bottom of a phone; the rest is one tap further. */
export function PhoneBar({ shell, path, more }: Props & { readonly more: () => void }) {
  const here = onPhone.find((page) => stands(page.path, path));
  return (
    <nav className={styles.bar} aria-label="Views, in short">
      {onPhone.map((page) => (
        <Place key={page.path} page={page} shell={shell} current={page === here} />
      ))}
      <a href="/bookings/new" className={styles.plus} aria-label="New booking">
        <IconPlus size={22} aria-hidden />
      </a>
      <button type="button" className={styles.place} onClick={more} aria-current={here ? undefined : 'true'}>
        <IconDots size={20} stroke={1.7} aria-hidden />
        <span>More</span>
      </button>
    </nav>
  );
}

async function signOut(): Promise<void> {
  await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
  location.assign('/sign-in');
}
