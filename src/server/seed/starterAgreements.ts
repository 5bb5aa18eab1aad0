import type { Agreement, TextBlock } from '#core/agreements/agreement';

const heading = (text: string): TextBlock => ({ kind: 'heading', runs: [{ text }] });
const paragraph = (text: string): TextBlock => ({ kind: 'paragraph', runs: [{ text }] });
const bullet = (text: string): TextBlock => ({ kind: 'bullet', runs: [{ text }] });

/** Agreements that an installation begins with: to be read by its lawyer, and written over. */
export const starterAgreements: readonly { readonly id: string; readonly agreement: Agreement }[] = [
  {
    id: 'rental',
    agreement: {
      name: 'Rental agreement',
      blocks: [
        heading('What is rented, and when'),
        paragraph('{{business}} lets {{client name}} have {{service}} from {{begins}} to {{ends}} for {{price}}.'),
        paragraph('The equipment stands at: {{where it stands}}.'),
        heading('What the client takes care of'),
        bullet('It stays dry, is covered in daylight and is never pointed at the sun.'),
        bullet('It is used by the client and their guests, and is not lent on.'),
        bullet('Whatever breaks or goes missing is told within a day, and paid for at what it costs to replace.'),
        heading('What is paid, and what is set aside'),
        paragraph('{{what happens when}}'),
        paragraph('What is set aside pays for damage and late return, and nothing else; the rest is let go.'),
        heading('If the client cancels'),
        paragraph('{{if the client cancels}}'),
        heading('Insurance'),
        paragraph('The client’s own liability insurance covers the equipment: {{insurance and policy number}}.'),
      ],
      fields: [
        { id: 'place', label: 'Where it stands', kind: 'text', choices: [], required: true },
        { id: 'policy', label: 'Insurance and policy number', kind: 'text', choices: [], required: false },
      ],
      others: [],
      inOrder: true,
      business: 'no',
    },
  },
  {
    id: 'event',
    agreement: {
      name: 'Event agreement',
      blocks: [
        heading('The evening'),
        paragraph('{{business}} holds {{service}} for {{client name}} on {{begins}}, until {{ends}}.'),
        paragraph('If clouds make observing impossible: {{if it is cloudy}}.'),
        heading('What is paid'),
        paragraph('{{what happens when}}'),
        heading('If the client cancels'),
        paragraph('{{if the client cancels}}'),
        heading('On the night'),
        bullet('Paths are unlit. Guests bring shoes that hold, and children stay with somebody who looks after them.'),
        bullet('White lights stay off; red ones are lent out.'),
      ],
      fields: [
        {
          id: 'clouds',
          label: 'If it is cloudy',
          kind: 'choice',
          choices: ['we move to another evening', 'we hold a talk indoors instead'],
          required: true,
        },
      ],
      others: [],
      inOrder: true,
      business: 'first',
    },
  },
];
