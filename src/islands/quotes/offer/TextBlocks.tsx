import type { TextBlock } from '#core/agreements/agreement';
import type { ReactNode } from 'react';

const runsOf = ({ runs }: TextBlock): ReactNode[] =>
  runs.map((run, index) => {
    const text = run.italic ? <em>{run.text}</em> : run.text;
    return <span key={index}>{run.bold ? <strong>{text}</strong> : text}</span>;
  });

/** Blocks that follow each other in one list stand in one list. */
export function TextBlocks({ blocks }: { readonly blocks: readonly TextBlock[] }) {
  const drawn: ReactNode[] = [];
  for (let index = 0; index < blocks.length; index++) {
    const block = blocks[index]!;
    if (block.kind === 'heading') drawn.push(<h3 key={index}>{runsOf(block)}</h3>);
    else if (block.kind === 'paragraph') drawn.push(<p key={index}>{runsOf(block)}</p>);
    else {
      const first = index;
      const items = [block];
      while (blocks[index + 1]?.kind === block.kind) items.push(blocks[++index]!);
      const List = block.kind === 'bullet' ? 'ul' : 'ol';
      drawn.push(
        <List key={first}>
          {items.map((item, place) => (
            <li key={place}>{runsOf(item)}</li>
          ))}
        </List>,
      );
    }
  }
  return drawn;
}
