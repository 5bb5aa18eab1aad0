import { problemSentence, type SaidProblem } from '#islands/format/problemSentence';
import { Alert } from '@mantine/core';

/** A problem in a sentence, at the place where it arose; nothing where there is none. */
export const Problem = ({ problem, currency }: { readonly problem: SaidProblem | null; readonly currency: string }) =>
  problem && (
    <Alert color="red" variant="light" role="alert" styles={{ message: { color: 'var(--ink)' } }}>
      {problemSentence(problem, currency)}
    </Alert>
  );
