import { styleNonce } from '#islands/parts/styleNonce';
import type { FillField, TextBlock } from '#core/agreements/agreement';
import { agreementFieldNames } from '#core/quotes/fieldNames';
import { FieldPiece } from '#islands/agreements/FieldPiece';
import { docOfText, textOfDoc } from '#islands/agreements/textOfDoc';
import { Menu } from '@mantine/core';
import { RichTextEditor } from '@mantine/tiptap';
import { IconBraces } from '@tabler/icons-react';
import { useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import '@mantine/tiptap/styles.css';
import styles from './Agreements.module.css';

type Props = {
  readonly blocks: readonly TextBlock[];
  readonly change: (blocks: TextBlock[]) => void;
  readonly own: readonly FillField[];
};

/** Headings, paragraphs, lists, bold and italic, and fields: what is pasted keeps these and loses the rest. */
export function RichText({ blocks, change, own }: Props) {
  const editor = useEditor({
    injectNonce: styleNonce(),
    extensions: [
      FieldPiece,
      StarterKit.configure({
        heading: { levels: [2] },
        blockquote: false,
        code: false,
        codeBlock: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        link: false,
      }),
    ],
    content: docOfText(blocks),
    immediatelyRender: false,
    editorProps: { attributes: { 'aria-label': 'Text of the agreement' } },
    onUpdate: ({ editor: written }) => change(textOfDoc(written.getJSON())),
  });
  const insert = (name: string): void => {
    editor?.chain().focus().insertContent({ type: 'field', attrs: { name } }).run();
  };
  return (
    <RichTextEditor editor={editor} className={styles.editor}>
      <RichTextEditor.Toolbar>
        <RichTextEditor.ControlsGroup>
          <RichTextEditor.Bold />
          <RichTextEditor.Italic />
          <RichTextEditor.H2 />
          <RichTextEditor.BulletList />
          <RichTextEditor.OrderedList />
        </RichTextEditor.ControlsGroup>
        <RichTextEditor.ControlsGroup>
          <RichTextEditor.Undo />
          <RichTextEditor.Redo />
        </RichTextEditor.ControlsGroup>
        <Menu>
          <Menu.Target>
            <RichTextEditor.Control aria-label="Put in a field" w="auto" px={8}>
              <IconBraces size={16} aria-hidden /> &nbsp;Field
            </RichTextEditor.Control>
          </Menu.Target>
          <Menu.Dropdown mah={320} style={{ overflowY: 'auto' }}>
            {own.length > 0 && <Menu.Label>The client fills in</Menu.Label>}
            {own.map(({ id, label }) => (
              <Menu.Item key={id} onClick={() => insert(label)}>
                {label}
              </Menu.Item>
            ))}
            <Menu.Label>From the booking</Menu.Label>
            {agreementFieldNames.map((name) => (
              <Menu.Item key={name} onClick={() => insert(name)}>
                {name}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      </RichTextEditor.Toolbar>
      <RichTextEditor.Content />
    </RichTextEditor>
  );
}
