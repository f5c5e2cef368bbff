import { useTranslation } from 'react-i18next';
import { Code } from './Code';
import { FoundField, useLooking, type FieldOf } from './FoundField';

const MOST = 30;

/** A supplier or a customer, found by any words of its name or its code, and named by its code. */
export function PartyField({
  parties,
  ...field
}: FieldOf & {
  /** Those that may be chosen; undefined until they are known. */
  parties: readonly { code: string; name: string }[] | undefined;
}) {
  const { t } = useTranslation();
  const { looking, setLooking, words, settled } = useLooking(field.value);
  const code = field.value.trim().toUpperCase();
  const known = parties?.find((one) => one.code === code);
  // Who has chosen one and comes back to choose another sees them all.
  const asked = known ? [] : words.toLowerCase().split(/\s+/);
  const fitting = (parties ?? []).filter((one) =>
    asked.every((word) => `${one.code} ${one.name}`.toLowerCase().includes(word)),
  );
  return (
    <FoundField
      {...field}
      onLook={setLooking}
      hint={
        known?.name ??
        (parties && words !== '' && settled && fitting.length === 0 ? t('found.nobody') : undefined)
      }
      found={
        looking
          ? fitting.slice(0, MOST).map((one) => ({
              value: one.code,
              title: one.name,
              under: <Code>{one.code}</Code>,
            }))
          : []
      }
    />
  );
}
