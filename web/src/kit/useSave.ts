import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { commandId, Problem } from '../api/client';

/** Whether the house itself refused; else it may have done what was asked, and only the answer is lost. */
function isAnswer(fault: Problem) {
  return fault.status > 0 && fault.status < 500;
}

/** Whatever is saved may stand in the log of who changed what. */
const CHANGE_LOG = 'change-log';

/** A file that is tried before it is written. */
export interface Tried {
  content: Blob;
  trial: boolean;
}

/**
 * Sends what a form says. The same sending, tried again, carries the same command id; the next one
 * another. What was saved makes the named queries old.
 */
export function useSave<B = void, A = unknown>(
  old: readonly string[],
  send: (command: ReturnType<typeof commandId>, body: B) => Promise<A>,
  onDone?: (saved: A) => void,
) {
  const queries = useQueryClient();
  const [command, setCommand] = useState(commandId);
  const makeOld = () => {
    for (const key of [...old, CHANGE_LOG]) {
      void queries.invalidateQueries({ queryKey: [key] });
    }
  };
  return useMutation({
    mutationFn: (body: B) => send(command, body),
    onSuccess: (saved) => {
      makeOld();
      onDone?.(saved);
    },
    onSettled: (_, fault) => {
      // Whoever was refused because something is otherwise than shown sees how it is now.
      if (fault instanceof Problem && fault.status === 409) {
        makeOld();
      }
      if (!(fault instanceof Problem) || isAnswer(fault)) {
        setCommand(commandId());
      }
    },
  });
}
