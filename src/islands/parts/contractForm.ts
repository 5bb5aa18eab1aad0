import { useForm } from '@mantine/form';
import type { z } from 'zod';

type Texts = Record<string, string>;
/** Where a field of the contract is typed, where it is called otherwise there. */
type Fields<T> = Readonly<Record<string, keyof T & string>>;

/** What a field says in its own words, where the contract's are for programs. */
type Says<T> = Readonly<Partial<Record<keyof T & string, string>>>;

/** What the contract does not take of what would be sent, by the field that it was typed in; the first of each counts. */
export function faultsOf<T extends Texts>(
  contract: z.ZodType,
  sent: unknown,
  fields: Fields<T>,
  says?: Says<T>,
): Record<string, string> {
  const read = contract.safeParse(sent);
  const faults: Record<string, string> = {};
  for (const { path, message } of read.error?.issues ?? []) {
    const name = path.join('.');
    const field = fields[name] ?? name;
    faults[field] ??= says?.[field] ?? message;
  }
  return faults;
}

/**
 * An owner's form, held to the contract of what it sends: the server's own rules, said at their fields before anything is
 * sent. What is typed is kept as text; `sends` makes of it what goes to the server.
 */
export function useContractForm<T extends Texts, In>(about: {
  readonly contract: z.ZodType<In>;
  readonly initial: T;
  readonly sends: (typed: T) => unknown;
  readonly fields?: Fields<T>;
  readonly says?: Says<T>;
}) {
  const { contract, initial, sends, fields = {}, says } = about;
  return useForm<T>({
    initialValues: initial,
    validate: (typed) => faultsOf(contract, sends(typed), fields, says),
    clearInputErrorOnChange: true,
  });
}
