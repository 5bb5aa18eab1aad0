import { doorView } from '#contracts/routes/auth';
import type { DoorView } from '#contracts/auth/auth';
import type { Shell } from '#contracts/bookings/views';
import { read } from '#islands/api';
import { AskedAgain } from '#islands/auth/security/AskedAgain';
import { Password } from '#islands/auth/security/Password';
import { SecondFactor } from '#islands/auth/security/SecondFactor';
import { Sessions } from '#islands/auth/security/Sessions';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useQuery } from '@tanstack/react-query';
import styles from './Door.module.css';

type Props = { readonly shell: Shell; readonly path: string; readonly door: DoorView };

/** Everything about who may come in: password, second factor, sessions, and what is asked about again. */
export default function DoorPage({ shell, path, door }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <PageHead
        trail={<a href="/set-up">Set-up</a>}
        title="Sign-in and safety"
        sub={`How ${shell.person.name} comes in, and what is asked about again.`}
      />
      <Sections given={door} />
    </OwnerShell>
  );
}

function Sections({ given }: { readonly given: DoorView }) {
  const { data: door } = useQuery({
    queryKey: ['door'],
    queryFn: () => read(doorView, {}),
    initialData: given,
  });
  return (
    <div className={styles.page}>
      <div className={styles.column}>
        <SecondFactor inForce={door.secondFactor} />
        <Password email={door.email} />
        <AskedAgain given={door} />
      </div>
      <Sessions sessions={door.sessions} />
    </div>
  );
}
