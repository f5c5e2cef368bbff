import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { FormEvent, ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { useMay, type Permission } from '../../app/session';
import { ProblemNote } from '../../kit/ProblemNote';

/** A form with its one button; who may not save it sees it all the same. */
export function Form({
  save,
  onSubmit,
  children,
  word,
  may = 'RULES',
}: {
  save: { error: unknown; isPending: boolean; isSuccess: boolean };
  onSubmit: () => void;
  children: ReactNode;
  word?: string;
  may?: Permission;
}) {
  const { t } = useTranslation();
  const allowed = useMay(may);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <Box component="form" onSubmit={submit}>
      <Box
        component="fieldset"
        disabled={!allowed}
        sx={{ border: 0, p: 0, m: 0, pt: 1, display: 'grid', gap: 1.5, minWidth: 0 }}
      >
        {children}
        <ProblemNote problem={save.error} />
        {allowed && (
          <Button type="submit" variant="contained" loading={save.isPending} sx={{ minHeight: 44 }}>
            {word ?? t('save')}
          </Button>
        )}
        {save.isSuccess && <Box sx={{ color: 'success.main' }}>{t('saved')}</Box>}
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
    <Box component="label" sx={{ display: 'block' }}>
      <input
        type="checkbox"
        checked={checked}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
      />{' '}
      {label}
    </Box>
  );
}
