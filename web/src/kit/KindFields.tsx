import TextField from '@mui/material/TextField';
import { useTranslation } from 'react-i18next';
import { Problem, type Schemas } from '../api/client';
import { Choice } from './Choice';

export type Filled = Record<string, string>;

const TYPES = { NUMBER: undefined, DATE: 'date', TEXT: undefined } as const;

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
  const { t } = useTranslation();
  return kind.fields.map((field) => {
    const key = String(field.id);
    const value = filled[key] ?? '';
    const fill = (next: string) => onFill({ ...filled, [key]: next });
    const wrong = problem instanceof Problem && problem.field === `field-${field.id}`;
    const label = field.required ? field.name : t('kinds.optional', { name: field.name });
    return field.type === 'CHOICE' ? (
      <Choice
        key={key}
        label={label}
        value={value}
        onChange={fill}
        error={wrong}
        helperText={wrong ? problem.message : undefined}
        options={[
          ['', t('kinds.choose')],
          ...field.choices.map((choice) => [choice, choice] as const),
        ]}
      />
    ) : (
      <TextField
        key={key}
        label={label}
        value={value}
        type={TYPES[field.type]}
        onChange={(event) => fill(event.target.value)}
        error={wrong}
        helperText={wrong ? problem.message : undefined}
        slotProps={{
          inputLabel: field.type === 'DATE' ? { shrink: true } : undefined,
          htmlInput: field.type === 'NUMBER' ? { inputMode: 'decimal' } : undefined,
        }}
      />
    );
  });
}
