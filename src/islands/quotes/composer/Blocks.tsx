import { RemoveRow } from '#islands/parts/rows';
import { fixedBlocks, type FixedBlock, type QuoteBlock } from '#core/quotes/draft';
import type { SaidProblem } from '#islands/format/problemSentence';
import { drawnOf, type Part, placeId } from '#islands/quotes/composer/composing';
import { newId } from '#islands/quotes/composer/newId';
import { upload } from '#islands/parts/upload';
import { Problem } from '#islands/parts/Problem';
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Button, FileButton, Menu, Textarea, TextInput } from '@mantine/core';
import { IconGripVertical, IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import styles from './Compose.module.css';

const words: Readonly<Record<QuoteBlock['kind'], string>> = {
  heading: 'Heading',
  text: 'Text',
  picture: 'Picture',
  included: 'What is included',
  price: 'The price',
  extras: 'Extras',
  plan: 'What happens when',
  agreement: 'Agreement',
  signature: 'Signature',
};

/** The page's blocks in their order: dragged, or moved by keyboard (space, arrows, space). */
export const Blocks = drawnOf(
  function Blocks(part: Part<'blocks'>) {
    const { draft, change } = part;
    const { blocks } = draft;
    const sensors = useSensors(
      useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
      useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
    );
    const moved = ({ active, over }: DragEndEvent): void => {
      const [from, to] = [active.id, over?.id].map((id) => blocks.findIndex((block) => block.id === id));
      if (from !== undefined && to !== undefined && from !== to && to >= 0)
        change({ blocks: arrayMove([...blocks], from, to) });
    };
    const absent = fixedBlocks.filter((kind) => !blocks.some((block) => block.kind === kind));
    const add = (block: QuoteBlock): void => change({ blocks: [...blocks, block] });
    return (
      <fieldset className={styles.part} id={placeId('blocks')} tabIndex={-1}>
        <legend>The page, from top to bottom</legend>
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
          <SortableContext items={blocks.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
            <ol className={styles.blocks}>
              {blocks.map((block, index) => (
                <Block key={block.id} block={block} index={index} part={part} />
              ))}
            </ol>
          </SortableContext>
        </DndContext>
        <Menu>
          <Menu.Target>
            <Button
              variant="subtle"
              size="compact-sm"
              className={styles.add}
              leftSection={<IconPlus size={15} aria-hidden />}
            >
              Add a block
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item onClick={() => add({ id: newId(), kind: 'heading', text: '' })}>{words.heading}</Menu.Item>
            <Menu.Item onClick={() => add({ id: newId(), kind: 'text', text: '' })}>{words.text}</Menu.Item>
            <Menu.Item onClick={() => add({ id: newId(), kind: 'picture', file: '', text: '' })}>
              {words.picture}
            </Menu.Item>
            {absent.map((kind: FixedBlock) => (
              <Menu.Item key={kind} onClick={() => add({ id: kind, kind })}>
                {words[kind]}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      </fieldset>
    );
  },
  ['blocks'],
);

function Block({
  block,
  index,
  part,
}: {
  readonly block: QuoteBlock;
  readonly index: number;
  readonly part: Part<'blocks'>;
}) {
  const { draft, change } = part;
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({ id: block.id });
  const set = (next: QuoteBlock): void =>
    change({ blocks: draft.blocks.map((each) => (each.id === block.id ? next : each)) });
  const name = words[block.kind];
  return (
    <li
      ref={setNodeRef}
      id={placeId(`blocks.${index}`)}
      className={isDragging ? styles.dragged : styles.block}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button type="button" className={styles.grip} aria-label={`Move ${name}`} {...attributes} {...listeners}>
        <IconGripVertical size={17} aria-hidden />
      </button>
      <div className={styles.blockBody}>
        <span>{name}</span>
        {block.kind === 'heading' && (
          <TextInput
            aria-label="Heading"
            value={block.text}
            onChange={(event) => set({ ...block, text: event.currentTarget.value })}
          />
        )}
        {block.kind === 'text' && (
          <Textarea
            aria-label="Text"
            autosize
            minRows={2}
            maxRows={10}
            value={block.text}
            onChange={(event) => set({ ...block, text: event.currentTarget.value })}
          />
        )}
        {block.kind === 'picture' && <Picture block={block} set={set} currency={part.currency} />}
      </div>
      <RemoveRow
        name={name}
        size={30}
        onClick={() => change({ blocks: draft.blocks.filter(({ id }) => id !== block.id) })}
      />
    </li>
  );
}

type PictureBlock = Extract<QuoteBlock, { kind: 'picture' }>;
type PictureProps = {
  readonly block: PictureBlock;
  readonly set: (block: QuoteBlock) => void;
  readonly currency: string;
};

function Picture({ block, set, currency }: PictureProps) {
  const [problem, setProblem] = useState<SaidProblem | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async (file: File | null): Promise<void> => {
    if (!file) return;
    setBusy(true);
    const kept = await upload(file, 'picture');
    setBusy(false);
    if ('code' in kept) return setProblem(kept);
    setProblem(null);
    set({ ...block, file: kept.id, text: block.text });
  };
  return (
    <div className={styles.picture}>
      {block.file && <img src={`/f/${block.file}`} alt="" />}
      <FileButton onChange={(file) => void take(file)} accept="image/*">
        {(props) => (
          <Button {...props} variant="default" size="compact-sm" loading={busy}>
            {block.file ? 'Another picture' : 'Choose a picture'}
          </Button>
        )}
      </FileButton>
      <TextInput
        aria-label="What the picture shows"
        placeholder="what it shows, in words"
        maxLength={200}
        value={block.text}
        onChange={(event) => set({ ...block, text: event.currentTarget.value })}
      />
      <Problem problem={problem} currency={currency} />
    </div>
  );
}
