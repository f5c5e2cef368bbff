import { t } from '../app/words';
import { Code } from './Code';
import { FoundField, useLooking, type FieldOf } from './FoundField';

const MOST = 30;

/** Someone or something that is known by a code, or by its name alone. */
export interface Named {
  code?: string;
  name: string;
}

/** What is meant by a text: its code or its whole name, however it is written. */
export function meantBy<P extends Named>(text: string, all: readonly P[] | undefined) {
  const meant = text.trim().toUpperCase();
  return (
    all?.find((one) => one.code?.toUpperCase() === meant) ??
    all?.find((one) => one.name.toUpperCase() === meant)
  );
}

/** What is sent of what stands in a field of theirs: the code of the one that is meant. */
export function codeOf(text: string, all: readonly Named[] | undefined): string {
  return meantBy(text, all)?.code ?? text.trim();
}

/**
 * One of those that are known, found by any words of its name or its code, and named by its code, or
 * by its name where it has none.
 */
export function PartyField({
  parties,
  open = false,
  ...field
}: FieldOf & {
  /** Those that may be chosen; undefined until they are known. */
  parties: readonly Named[] | undefined;
  /** Whether it may also be one that is not known. */
  open?: boolean;
  unknown?: boolean;
}) {
  const { looking, setLooking, words, settled } = useLooking(field.value);
  const known = meantBy(field.value, parties);
  // Who has chosen one and comes back to choose another sees them all.
  const asked = known ? [] : words.toLowerCase().split(/\s+/);
  const fitting = (parties ?? []).filter((one) =>
    asked.every((word) => `${one.code ?? ''} ${one.name}`.toLowerCase().includes(word)),
  );
  const nobody = !open && parties && words !== '' && settled && fitting.length === 0;
  return (
    <FoundField
      {...field}
      says={!open}
      onLook={setLooking}
      hint={known?.code ? known.name : field.unknown || nobody ? t('found.nobody') : undefined}
      found={
        looking
          ? fitting.slice(0, MOST).map((one) => ({
              value: one.code ?? one.name,
              title: one.name,
              under: one.code && <Code>{one.code}</Code>,
            }))
          : []
      }
    />
  );
}
