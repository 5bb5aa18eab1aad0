import { giveTerms } from '#contracts/routes/catalogue';
import type { TermsView } from '#contracts/catalogue/termsViews';
import { Problem } from '#islands/parts/Problem';
import { undoableSave } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { Button, Checkbox, Group, Modal, ScrollArea, Stack } from '@mantine/core';
import { useState } from 'react';

type Props = {
  readonly view: TermsView;
  readonly currency: string;
  readonly close: () => void;
  readonly given: () => void;
};

/** The services that take their next bookings on these terms, chosen all at once. */
export function GiveDialog({ view, currency, close, given }: Props) {
  const action = useRoute(giveTerms);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const terms = view.terms!;
  const others = view.services.filter((service) => !terms.services.some(({ id }) => id === service.id));
  const run = async (): Promise<void> => {
    const done = await action.run({ termsId: terms.id, serviceIds: chosen });
    if (!done) return;
    const says = `${done.given} ${done.given === 1 ? 'service uses' : 'services use'} “${terms.name}” now.`;
    const moved = others.filter(({ id }) => chosen.includes(id));
    undoableSave(`terms ${terms.id}`, says, async () => {
      for (const termsId of new Set(moved.map((service) => service.termsId))) {
        const serviceIds = moved.filter((service) => service.termsId === termsId).map(({ id }) => id);
        const back = await action.tryIt({ termsId, serviceIds });
        if (!back?.ok) return back;
      }
      return { ok: true };
    });
    given();
  };
  return (
    <Modal opened onClose={close} title={`Give “${terms.name}” to services`} size="lg" centered>
      <Stack>
        {others.length === 0 ? (
          <p style={{ margin: 0 }}>Every service uses them already.</p>
        ) : (
          <Checkbox.Group value={[...chosen]} onChange={setChosen} label="Services on other terms">
            <ScrollArea.Autosize mah={360} mt={8}>
              <Stack gap={10}>
                {others.map((service) => (
                  <Checkbox
                    key={service.id}
                    value={service.id}
                    label={service.name}
                    description={`now on ${service.termsName}`}
                  />
                ))}
              </Stack>
            </ScrollArea.Autosize>
          </Checkbox.Group>
        )}
        <p style={{ margin: 0 }}>Bookings that are made already keep what was agreed.</p>
        <Problem problem={action.problem} currency={currency} />
        <Group justify="space-between">
          <Button variant="subtle" disabled={others.length === 0} onClick={() => setChosen(others.map(({ id }) => id))}>
            All of them
          </Button>
          <Group>
            <Button variant="default" onClick={close}>
              Not now
            </Button>
            <Button loading={action.busy} disabled={chosen.length === 0} onClick={() => void run()}>
              Give to {chosen.length || 'services'}
            </Button>
          </Group>
        </Group>
      </Stack>
    </Modal>
  );
}
