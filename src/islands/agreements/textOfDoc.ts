import { piecesOf } from '#core/wording/fields';
import type { Run, TextBlock } from '#core/agreements/agreement';
import type { JSONContent } from '@tiptap/core';

/** What a node of a line says; a field stands in the text by its name. */
function saidBy(node: JSONContent): string {
  if (node.type === 'hardBreak') return '\n';
  return node.type === 'field' ? `{{${String(node.attrs?.name)}}}` : node.type === 'text' ? (node.text ?? '') : '';
}

/** The runs of a line; what has the same weight is one, a field with the words around it. */
function runsOf(content: readonly JSONContent[] = []): Run[] {
  const runs: Run[] = [];
  for (const node of content) {
    const text = saidBy(node);
    if (text === '') continue;
    const has = (mark: string): boolean => node.marks?.some(({ type }) => type === mark) ?? false;
    const weight = {
      ...(has('bold') ? { bold: true as const } : {}),
      ...(has('italic') ? { italic: true as const } : {}),
    };
    const last = runs.at(-1);
    if (last && last.bold === weight.bold && last.italic === weight.italic)
      runs[runs.length - 1] = { ...last, text: last.text + text };
    else runs.push({ text, ...weight });
  }
  return runs;
}

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
  runs.flatMap((run) => {
    const marks = [...(run.bold ? [{ type: 'bold' }] : []), ...(run.italic ? [{ type: 'italic' }] : [])];
    return piecesOf(run.text).map((piece) =>
      'field' in piece
        ? { type: 'field', attrs: { name: piece.field }, marks }
        : { type: 'text', text: piece.text, marks },
    );
  });

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
