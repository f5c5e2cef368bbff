import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { commandId } from '../../api/client';

/**
 * Sends what a form says. The same sending, tried again, carries the same command id; the next one
 * another. What was saved makes the named queries old.
 */
export function useSave<B, A>(
  old: readonly string[],
  send: (command: ReturnType<typeof commandId>, body: B) => Promise<A>,
  onDone?: (saved: A) => void,
) {
  const queries = useQueryClient();
  const [command, setCommand] = useState(commandId);
  return useMutation({
    mutationFn: (body: B) => send(command, body),
    onSuccess: (saved) => {
      for (const key of old) {
        void queries.invalidateQueries({ queryKey: [key] });
      }
      onDone?.(saved);
    },
    onSettled: () => setCommand(commandId()),
  });
}
