import type { Run, TextBlock } from '#core/agreement/agreement';
import type { JSONContent } from '@tiptap/core';

const runsOf = (content: readonly JSONContent[] = []): Run[] =>
  content.flatMap((node): Run[] => {
    if (node.type === 'hardBreak') return [{ text: '\n' }];
    if (node.type !== 'text' || !node.text) return [];
    const has = (mark: string): boolean => node.marks?.some(({ type }) => type === mark) ?? false;
    return [{ text: node.text, ...(has('bold') ? { bold: true } : {}), ...(has('italic') ? { italic: true } : {}) }];
  });

/** The editor's document as the flat blocks that are kept; a list within a list stands on its own level. */
export function textOfDoc(doc: JSONContent): TextBlock[] {
  const blocks: TextBlock[] = [];
  const visit = (node: JSONContent, list: 'bullet' | 'number' | null): void => {
    if (node.type === 'heading') blocks.push({ kind: 'heading', runs: runsOf(node.content) });
    else if (node.type === 'paragraph') blocks.push({ kind: list ?? 'paragraph', runs: runsOf(node.content) });
    else {
      const inside = node.type === 'bulletList' ? 'bullet' : node.type === 'orderedList' ? 'number' : list;
      for (const child of node.content ?? []) visit(child, inside);
    }
  };
  visit(doc, null);
  return blocks;
}

const nodesOf = (runs: readonly Run[]): JSONContent[] =>
  runs
    .filter((run) => run.text !== '')
    .map((run) => ({
      type: 'text',
      text: run.text,
      marks: [...(run.bold ? [{ type: 'bold' }] : []), ...(run.italic ? [{ type: 'italic' }] : [])],
    }));

/** The blocks as the editor's document. */
export function docOfText(blocks: readonly TextBlock[]): JSONContent {
  const content: JSONContent[] = [];
  for (const { kind, runs } of blocks) {
    const paragraph = { type: 'paragraph', content: nodesOf(runs) };
    if (kind === 'heading') content.push({ type: 'heading', attrs: { level: 2 }, content: nodesOf(runs) });
    else if (kind === 'paragraph') content.push(paragraph);
    else {
      const type = kind === 'bullet' ? 'bulletList' : 'orderedList';
      const item = { type: 'listItem', content: [paragraph] };
      const last = content.at(-1);
      if (last?.type === type) last.content!.push(item);
      else content.push({ type, content: [item] });
    }
  }
  return { type: 'doc', content: content.length > 0 ? content : [{ type: 'paragraph' }] };
}
