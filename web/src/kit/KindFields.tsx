import TextField from '@mui/material/TextField';
import { t } from '../app/words';
import { Problem, type Schemas } from '../api/client';
import { Choice } from './Choice';
import { decimalOrNothing } from './numbers';
import { NumberField } from './NumberField';

export type Filled = Record<string, string>;

/**
 * What was filled in, in the form in which it is sent.
 *
 * @throws Problem if a number can't be read
 */
export function filledIn(kind: Schemas['MovementKind'], filled: Filled): Filled {
  const numbers = kind.fields.filter((field) => field.type === 'NUMBER');
  return Object.fromEntries(
    Object.entries(filled).map(([id, text]) => [
      id,
      numbers.some((field) => String(field.id) === id) ? (decimalOrNothing(text) ?? '') : text,
    ]),
  );
}

/** What a movement kind asks for beyond the goods: its own fields. */
export function KindFields({
  kind,
  filled,
  onFill,
  problem,
}: {
  kind: Schemas['MovementKind'];
  filled: Filled;
  onFill: (filled: Filled) => void;
  problem: unknown;
}) {
  return kind.fields.map((field) => {
    const key = String(field.id);
    const value = filled[key] ?? '';
    const fill = (next: string) => onFill({ ...filled, [key]: next });
    const wrong = problem instanceof Problem && problem.field === `field-${field.id}`;
    const label = field.required ? field.name : t('kinds.optional', { name: field.name });
    const about = {
      label,
      value,
      error: wrong,
      helperText: wrong ? problem.message : undefined,
    };
    switch (field.type) {
      case 'CHOICE':
        return (
          <Choice
            key={key}
            {...about}
            onChange={fill}
            options={[
              ['', t('kinds.choose')],
              ...field.choices.map((choice) => [choice, choice] as const),
            ]}
          />
        );
      case 'NUMBER':
        return <NumberField key={key} {...about} onChange={(event) => fill(event.target.value)} />;
      default:
        return (
          <TextField
            key={key}
            {...about}
            type={field.type === 'DATE' ? 'date' : undefined}
            onChange={(event) => fill(event.target.value)}
            slotProps={{ inputLabel: field.type === 'DATE' ? { shrink: true } : undefined }}
          />
        );
    }
  });
}
