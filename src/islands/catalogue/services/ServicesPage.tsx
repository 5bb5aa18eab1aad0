import { servicesView } from '#contracts/routes/catalogue';
import type { ServicesView } from '#contracts/catalogue/serviceViews';
import type { Shell } from '#contracts/bookings/views';
import { read } from '#islands/api';
import { BulkBar } from '#islands/catalogue/services/BulkBar';
import { draftOfService, newService, type ServiceDraft } from '#islands/catalogue/services/serviceDraft';
import { kindWords, priceOf, taxOf } from '#islands/catalogue/services/serviceWords';
import { useReady } from '#islands/parts/useReady';
import { PageHead } from '#islands/parts/PageHead';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { Button, Checkbox, TextInput } from '@mantine/core';
import { IconPlus, IconSearch } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import list from '#islands/parts/List.module.css';
import { lazyComponent } from '#islands/parts/lazyComponent';
import styles from './Services.module.css';

const ServiceEditor = lazyComponent(() =>
  import('#islands/catalogue/services/ServiceEditor').then((part) => part.ServiceEditor),
);
const TaxDialog = lazyComponent(() => import('#islands/catalogue/services/TaxDialog').then((part) => part.TaxDialog));

type Props = { readonly shell: Shell; readonly path: string; readonly view: ServicesView };

export default function ServicesPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Services given={view} />
    </OwnerShell>
  );
}

function Services({ given }: { readonly given: ServicesView }) {
  const { business } = useShell();
  const ready = useReady();
  const { data: view } = useQuery({
    queryKey: ['services'],
    queryFn: () => read(servicesView, {}),
    initialData: given,
  });
  const [text, setText] = useState('');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [editing, setEditing] = useState<ServiceDraft | null>(null);
  const [taxes, setTaxes] = useState(false);
  const termsName = (id: string): string => view.terms.find((terms) => terms.id === id)?.name ?? id;
  const shown = view.services.filter((service) =>
    `${service.name} ${service.group} ${kindWords[service.kind]} ${termsName(service.termsId)}`
      .toLowerCase()
      .includes(text.trim().toLowerCase()),
  );
  const all = shown.length > 0 && shown.every(({ id }) => ticked.has(id));
  const toggle = (id: string): void => {
    const next = new Set(ticked);
    if (!next.delete(id)) next.add(id);
    setTicked(next);
  };
  const tickAll = (services: ServicesView['services'], tick: boolean): void => {
    const next = new Set(ticked);
    for (const { id } of services) {
      if (tick) next.add(id);
      else next.delete(id);
    }
    setTicked(next);
  };
  return (
    <>
      <PageHead title="Services" sub="What can be booked, at which price, on which terms.">
        <TextInput
          aria-label="Find a service"
          placeholder="Find a service"
          leftSection={<IconSearch size={16} aria-hidden />}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <Button variant="default" disabled={!ready} onClick={() => setTaxes(true)}>
          Taxes
        </Button>
        <Button
          disabled={!ready}
          leftSection={<IconPlus size={17} aria-hidden />}
          onClick={() => setEditing(newService(view, business.currency))}
        >
          New service
        </Button>
      </PageHead>
      {ticked.size > 0 && (
        <BulkBar view={view} ids={[...ticked]} currency={business.currency} done={() => setTicked(new Set())} />
      )}
      {shown.length === 0 ? (
        <p className={styles.none}>
          {view.services.length === 0 ? 'There are no services yet.' : 'No service has these words.'}
        </p>
      ) : (
        <table className={`${list.list} ${styles.list}`}>
          <thead>
            <tr>
              <th>
                <Checkbox
                  aria-label="Tick all"
                  checked={all}
                  indeterminate={!all && ticked.size > 0}
                  disabled={!ready}
                  onChange={() => setTicked(all ? new Set() : new Set(shown.map(({ id }) => id)))}
                />
              </th>
              <th>Service</th>
              <th>Price</th>
              <th>Terms</th>
              <th className={styles.right}>Coming</th>
            </tr>
          </thead>
          {grouped(shown).map(([group, services]) => (
            <tbody key={group}>
              {group !== '' && (
                <tr className={styles.group}>
                  <td>
                    <Checkbox
                      aria-label={`Tick all of ${group}`}
                      checked={services.every(({ id }) => ticked.has(id))}
                      indeterminate={
                        services.some(({ id }) => ticked.has(id)) && !services.every(({ id }) => ticked.has(id))
                      }
                      disabled={!ready}
                      onChange={(event) => tickAll(services, event.currentTarget.checked)}
                    />
                  </td>
                  <th scope="rowgroup" colSpan={4}>
                    {group}
                  </th>
                </tr>
              )}
              {services.map((service) => (
                <tr key={service.id} data-retired={service.retired || undefined}>
                  <td>
                    <Checkbox
                      aria-label={`Tick ${service.name}`}
                      checked={ticked.has(service.id)}
                      disabled={!ready}
                      onChange={() => toggle(service.id)}
                    />
                  </td>
                  <td>
                    <button type="button" className={styles.name} onClick={() => setEditing(draftOfService(service))}>
                      <i data-colour={service.colour} aria-hidden="true" />
                      {service.name}
                    </button>
                    <p>
                      {kindWords[service.kind]}
                      {service.extras.length > 0 &&
                        `, ${service.extras.length} ${service.extras.length === 1 ? 'extra' : 'extras'}`}
                      {service.retired && ', no longer offered'}
                    </p>
                  </td>
                  <td>
                    <span className="num">{priceOf(service)}</span>
                    {service.currency !== business.currency && `, in ${service.currency}`}
                    <p>{taxOf(service, view.taxes)}</p>
                  </td>
                  <td>
                    <a href={`/terms/${service.termsId}`}>{termsName(service.termsId)}</a>
                  </td>
                  <td className={`${styles.right} num`}>{service.coming}</td>
                </tr>
              ))}
            </tbody>
          ))}
        </table>
      )}
      {editing && (
        <ServiceEditor key={editing.id ?? 'new'} view={view} given={editing} close={() => setEditing(null)} />
      )}
      {taxes && <TaxDialog taxes={view.taxes} currency={business.currency} close={() => setTaxes(false)} />}
    </>
  );
}

/** Services under the owner's own headings, in their alphabet; those without one come last. */
function grouped(services: ServicesView['services']): [group: string, services: ServicesView['services']][] {
  const names = [...new Set(services.map(({ group }) => group))].sort((a, b) =>
    a === '' ? 1 : b === '' ? -1 : a < b ? -1 : 1,
  );
  return names.map((name) => [name, services.filter(({ group }) => group === name)]);
}
