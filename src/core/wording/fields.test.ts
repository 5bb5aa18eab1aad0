import {
  emptyFields,
  fieldsIn,
  type FieldValues,
  fillFields,
  fillParagraphs,
  unknownFields,
} from '#core/wording/fields';
import { expect } from 'chai';
import fc from 'fast-check';

const values: FieldValues = {
  name: 'Ines',
  'due today': '€ 10.00',
  nothing: [],
  steps: ['First this.', 'Then that.'],
  tricky: '{{name}} $& $1',
};

const cases: [why: string, text: string, filled: string][] = [
  ['a field', 'Dear {{name}},', 'Dear Ines,'],
  ['spaces and capitals of its name do not matter', '{{ Due  Today }}', '€ 10.00'],
  ['twice', '{{name}} {{name}}', 'Ines Ines'],
  ['several sentences stand in a row', 'So: {{steps}}', 'So: First this. Then that.'],
  ['nothing to say', 'a{{nothing}}b', 'ab'],
  ['an unknown one stays as it is', '{{shoe size}}', '{{shoe size}}'],
  ['what a value holds is not read again, nor taken for a pattern', '{{tricky}}', '{{name}} $& $1'],
  ['half a field is text', '{{name} and {name}}', '{{name} and {name}}'],
  ['a field in a field is text around one', '{{ {{name}} }}', '{{ Ines }}'],
  ['over two lines is text', '{{na\nme}}', '{{na\nme}}'],
  ['names that every object has are no fields', '{{constructor}} {{__proto__}}', '{{constructor}} {{__proto__}}'],
  [
    'of a language of templates nothing works',
    '{% if name %}{{name | upcase}}{% endif %}',
    '{% if name %}{{name | upcase}}{% endif %}',
  ],
];

describe('fields in a text', () => {
  for (const [why, text, filled] of cases) it(why, () => expect(fillFields(text, values)).to.equal(filled));

  const paragraphs: [why: string, text: string, filled: string[]][] = [
    ['told apart by empty lines', 'One\n\n\n Two \n \nThree', ['One', 'Two', 'Three']],
    ['a field alone becomes its paragraphs', 'See:\n\n{{steps}}', ['See:', 'First this.', 'Then that.']],
    ['alone and with nothing to say it is left out', 'See:\n\n{{nothing}}\n\nBye', ['See:', 'Bye']],
    ['within a paragraph it stands in it', 'See: {{steps}}', ['See: First this. Then that.']],
    ['an unknown one alone stays to be seen', '{{shoe size}}', ['{{shoe size}}']],
    ['lines within a paragraph stay', 'One\nTwo', ['One\nTwo']],
    ['nothing', '\n\n', []],
  ];
  for (const [why, text, filled] of paragraphs)
    it(`paragraphs: ${why}`, () => expect(fillParagraphs(text, values)).to.deep.equal(filled));

  it('are listed once each, in the order in which they come', () => {
    expect(fieldsIn('{{b}} {{a}} {{ B }}')).to.deep.equal(['b', 'a']);
    expect(unknownFields('{{name}} {{shoe size}} {{toString}}', values)).to.deep.equal(['shoe size', 'tostring']);
  });

  it('a text without fields comes out as it went in, whatever is in it', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        fc.pre(fieldsIn(text).length === 0);
        expect(fillFields(text, values)).to.equal(text);
      }),
    );
  });

  // A pattern that went back over the text would run into the test's own time limit by far.
  it('ends on the longest nonsense', () => {
    for (const piece of ['{{', '{{a', '{{ {{ ', '}}{{', '{{a}} '])
      expect(fillParagraphs(piece.repeat(20_000), { a: 'b' })).to.have.length(1);
  });

  it('names the fields that have nothing to say', () =>
    expect(emptyFields('{{a}} {{b}} {{c}} {{d}}', { a: '', b: [], c: 'x' })).to.deep.equal(['a', 'b']));
});
