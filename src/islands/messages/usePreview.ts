import { previewWording } from '#contracts/routes/messages';
import type { PreviewWording } from '#contracts/messages/wordings';
import { type ApiProblem, call } from '#islands/api';
import { useEffect, useState } from 'react';

export type MessagePreview = {
  readonly subject: string;
  readonly paragraphs: readonly string[];
  readonly action: string;
  readonly number: string;
  readonly missing: readonly string[];
  /** Fields that have nothing to say on it. */
  readonly empty: readonly string[];
};

const restMilliseconds = 200;

/** The message on a real booking, a moment after the last keystroke; the last good one stands while another is written. */
export function usePreview({ occasion, subject, body, number }: PreviewWording) {
  const [preview, setPreview] = useState<MessagePreview | null>(null);
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(() => {
      void call(previewWording, { occasion, subject, body, number }).then((answer) => {
        if (gone) return;
        setProblem(answer.ok ? null : answer.problem);
        if (answer.ok) setPreview(answer.value);
      });
    }, restMilliseconds);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [occasion, subject, body, number]);
  return { preview, problem };
}
