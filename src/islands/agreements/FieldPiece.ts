import { mergeAttributes, Node, nodeInputRule } from '@tiptap/core';
import styles from './Agreements.module.css';

/** A field in a text: a piece that is picked, moved and taken out as one, and cannot be broken. Typing `{{name}}` makes one. */
export const FieldPiece = Node.create({
  name: 'field',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  draggable: true,
  addAttributes: () => ({ name: { default: '', parseHTML: (element) => element.getAttribute('data-field') } }),
  parseHTML: () => [{ tag: 'span[data-field]' }],
  renderHTML: ({ node, HTMLAttributes }) => [
    'span',
    mergeAttributes(HTMLAttributes, { 'data-field': String(node.attrs.name), class: styles.piece }),
    String(node.attrs.name),
  ],
  renderText: ({ node }) => `{{${String(node.attrs.name)}}}`,
  addInputRules() {
    return [
      nodeInputRule({
        find: /\{\{\s*([^{}\n]{1,60}?)\s*\}\}$/,
        type: this.type,
        getAttributes: (match) => ({ name: match[1] }),
      }),
    ];
  },
});
