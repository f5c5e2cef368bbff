import { useEffect } from 'react';
import { t } from '../app/words';

/** Names the window after the page that is shown in it. */
export function useTitle(page: string) {
  const title = t('pageTitle', { page });
  useEffect(() => {
    const before = document.title;
    document.title = title;
    return () => {
      document.title = before;
    };
  }, [title]);
}
