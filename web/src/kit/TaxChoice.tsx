import { useQuery } from '@tanstack/react-query';
import { question } from '../api/ask';
import { t } from '../app/words';
import { Choice } from './Choice';

/** One of the taxes on what is bought, by its code; nothing for what `any` says. */
export function TaxChoice({
  any,
  ...field
}: {
  /** What holds where none is chosen. */
  any: string;
  value: string;
  onChange: (code: string) => void;
  error?: boolean;
  helperText?: string;
}) {
  const taxes = useQuery(question('/api/taxes'));
  const known = taxes.data?.filter((one) => one.active || one.code === field.value) ?? [];
  return (
    <Choice
      label={t('taxes.tax')}
      options={[['', any], ...known.map((one) => [one.code, one.name] as const)]}
      {...field}
    />
  );
}
