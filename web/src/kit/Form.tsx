import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import {
  createContext,
  Fragment,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  type FormEvent,
  type ReactNode,
} from 'react';
import { t } from '../app/words';
import { Problem } from '../api/client';
import { useMay, type Permission } from '../app/session';
import { ProblemNote } from './ProblemNote';
import { useSaved } from './unsaved';

const Settling = createContext({ saved: false, settle: () => {} });

/**
 * A form of something that others may change too. A newer version of it is shown at once, but never
 * over what is being typed: then it is told, and taken when asked for.
 */
export function FormOf<T extends { id?: number; version?: number }>({
  of,
  children,
}: {
  of: T | undefined;
  children: (shown: T | undefined) => ReactNode;
}) {
  const [shown, setShown] = useState(of);
  const [typed, setTyped] = useState(false);
  const [saved, setSaved] = useState(false);
  const settle = useCallback(() => {
    setTyped(false);
    setSaved(true);
  }, []);
  const settling = useMemo(() => ({ saved, settle }), [saved, settle]);
  const another = of?.id !== shown?.id;
  const newer = !another && of?.version !== shown?.version;
  const take = () => {
    setShown(of);
    setTyped(false);
  };
  if (another) {
    setSaved(false);
  }
  if (another || (newer && !typed)) {
    take();
  }
  return (
    <Box
      onChange={() => {
        setTyped(true);
        setSaved(false);
      }}
    >
      {newer && typed && (
        <Box role="status" sx={{ display: 'flex', alignItems: 'center', gap: 1, py: 1 }}>
          <Box sx={{ flex: 1, color: 'error.main' }}>{t('changedMeanwhile')}</Box>
          <Button variant="outlined" onClick={take}>
            {t('takeNewer')}
          </Button>
        </Box>
      )}
      <Settling value={settling}>
        <Fragment key={`${shown?.id}:${shown?.version}`}>{children(shown)}</Fragment>
      </Settling>
    </Box>
  );
}

/** A form with its one button; who may not save it sees it all the same. */
export function Form({
  save,
  onSubmit,
  children,
  word,
  lacks,
  may = 'RULES',
}: {
  save: { error: unknown; isPending: boolean; isSuccess: boolean };
  onSubmit: () => void;
  children: ReactNode;
  word?: string;
  /** What must be entered before it can be sent; its button waits until then. */
  lacks?: string | false;
  may?: Permission;
}) {
  const allowed = useMay(may);
  const { saved, settle } = useContext(Settling);
  const { isSuccess } = save;
  useSaved(isSuccess);
  // What was typed and can't be sent: nothing went to the server.
  const [unread, setUnread] = useState<Problem>();
  useEffect(() => {
    if (isSuccess) {
      settle();
    }
  }, [isSuccess, settle]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setUnread(undefined);
    try {
      onSubmit();
    } catch (fault) {
      if (!(fault instanceof Problem)) {
        throw fault;
      }
      setUnread(fault);
    }
  };
  return (
    <Box component="form" data-sending={save.isPending || undefined} onSubmit={submit}>
      <Box
        component="fieldset"
        disabled={!allowed}
        sx={{ border: 0, p: 0, m: 0, pt: 1, display: 'grid', gap: 1.5, minWidth: 0 }}
      >
        {children}
        <ProblemNote problem={unread ?? save.error} />
        {allowed && (
          <Button
            type="submit"
            variant="contained"
            loading={save.isPending}
            disabled={Boolean(lacks)}
            sx={{ minHeight: 44 }}
          >
            {word ?? t('save')}
          </Button>
        )}
        {allowed && lacks && <Box sx={{ color: 'text.secondary' }}>{lacks}</Box>}
        {(isSuccess || saved) && <Box sx={{ color: 'success.main' }}>{t('saved')}</Box>}
      </Box>
    </Box>
  );
}

/** Yes or no. */
export function Tick({
  label,
  checked,
  disabled,
  onChange,
}: {
  label: string;
  checked: boolean;
  disabled?: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <Box
      component="label"
      sx={{ display: 'flex', alignItems: 'flex-start', gap: 0.5, '& input': { flex: 'none' } }}
    >
      <input
        type="checkbox"
        checked={checked}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
      />
      <span>{label}</span>
    </Box>
  );
}
