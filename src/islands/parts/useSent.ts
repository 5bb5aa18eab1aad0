import { recallMessage } from '#contracts/routes/messages';
import { undoable } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { problemSentence } from '#islands/format/problemSentence';
import { notifications } from '@mantine/notifications';

/** Says that a letter goes out, and offers to call it back; where none was written it only says so. */
export function useSent(): (messageId: string | null, message: string) => void {
  const recall = useRoute(recallMessage);
  return (messageId, message) => {
    if (messageId === null) return void notifications.show({ message });
    undoable(`sent ${messageId}`, message, async () => {
      const answer = await recall.tryIt({ messageId });
      if (answer)
        notifications.show({
          message: answer.ok ? 'Called back; nothing was sent.' : problemSentence(answer.problem),
        });
    });
  };
}
