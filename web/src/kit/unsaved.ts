import { createContext, useContext, useEffect, useState, type FormEvent } from 'react';

/** Tells whoever holds a form that what was typed in it is saved. */
export const SavedContext = createContext<() => void>(() => {});

/** Says so once a form is saved. */
export function useSaved(isSaved: boolean) {
  const saved = useContext(SavedContext);
  useEffect(() => {
    if (isSaved) {
      saved();
    }
  }, [isSaved, saved]);
}

/** Knows whether something was typed into a form that is still there, and not saved since. */
function unsavedForms() {
  const typed = new Set<HTMLFormElement>();
  return {
    onInput: (event: FormEvent) => {
      const { form } = event.target as HTMLInputElement;
      // A trial is nothing that anyone saves.
      if (form && form.dataset.trial === undefined) {
        typed.add(form);
      }
    },
    onSaved: () => typed.clear(),
    // What is just being sent is not lost by going on.
    isUnsaved: () =>
      [...typed].some((form) => form.isConnected && form.dataset.sending === undefined),
  };
}

export function useUnsaved() {
  return useState(unsavedForms)[0];
}
