import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, at, read, type Schemas } from '../../api/client';
import { Choice, optionsOf } from '../../kit/Choice';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { PURPOSES, type Kind } from '../checking/kinds';
import { Form, Tick } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { amountOrNothing } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { everyOf } from '../../kit/everyOf';

type Field = Schemas['MovementField'];

const DIRECTIONS = everyOf<Kind['direction']>()(['OUT', 'IN', 'EITHER']);
const TYPES = everyOf<Field['type']>()(['TEXT', 'NUMBER', 'DATE', 'CHOICE']);
const CONTRA = [
  'USED_UP',
  'SCRAPPED',
  'LOST',
  'COUNT_DIFFERENCE',
  'ON_LOAN',
  'CUSTOMER',
  'SUPPLIER',
  'OPENING',
] as const;
const EMPTY: Field = { id: 0, name: '', type: 'TEXT', required: false, choices: [] };

/** A reason or movement kind as it is written down, with the fields that it asks for. */
export function KindForm({
  kind,
  kinds,
  onDone,
}: {
  kind?: Kind;
  kinds: Kind[];
  onDone: (saved: Kind) => void;
}) {
  const { t } = useTranslation();
  const save = useSave<Schemas['MovementKindEntry'], Kind>(
    ['kinds'],
    (command, body) =>
      kind
        ? read(api.PUT('/api/movement-kinds/{kind}', { ...at(command, { kind: kind.id }), body }))
        : read(api.POST('/api/movement-kinds', { ...command, body })),
    onDone,
  );
  const form = useForm(
    {
      code: kind?.code ?? '',
      name: kind?.name ?? '',
      purpose: kind?.purpose ?? ('MOVEMENT' as Kind['purpose']),
      direction: kind?.direction ?? ('OUT' as Kind['direction']),
      contra: kind?.contra ?? ('USED_UP' as Kind['contra']),
      account: kind?.account ?? '',
      noteNeeded: kind?.noteNeeded ?? false,
      approvalValue: kind?.approvalValue === undefined ? '' : String(kind.approvalValue ?? ''),
      opposite: String(kind?.oppositeId ?? ''),
      active: kind?.active ?? true,
    },
    save.error,
  );
  const [fields, setFields] = useState<Field[]>(kind?.fields ?? []);
  const change = (i: number, part: Partial<Field>) =>
    setFields(fields.map((field, k) => (k === i ? { ...field, ...part } : field)));
  const entry = form.entry;
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          version: kind?.version,
          code: entry.code.trim().toUpperCase(),
          name: entry.name,
          purpose: entry.purpose,
          direction: entry.direction,
          contra: entry.contra,
          account: entry.account,
          noteNeeded: entry.noteNeeded,
          approvalValue: amountOrNothing(entry.approvalValue),
          oppositeId: entry.opposite ? Number(entry.opposite) : undefined,
          active: entry.active,
          fields: fields
            .filter((field) => field.name.trim())
            .map((field) => ({
              ...field,
              choices: field.choices.map((choice) => choice.trim()).filter(Boolean),
            })),
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.6fr', gap: 1.5 }}>
        <TextField label={t('places.code')} required disabled={!!kind} {...form.text('code')} />
        <TextField label={t('places.name')} required {...form.text('name')} />
        <Choice
          label={t('kinds.purposeTitle')}
          value={entry.purpose}
          disabled={!!kind}
          onChange={(purpose) =>
            form.set({
              purpose,
              contra:
                purpose === 'SCRAP' ? 'SCRAPPED' : purpose === 'LOAN' ? 'ON_LOAN' : entry.contra,
              direction: purpose === 'SCRAP' ? 'OUT' : entry.direction,
            })
          }
          options={optionsOf(PURPOSES, (one) => t(`kinds.purpose.${one}`))}
        />
        <Choice
          label={t('kinds.directionTitle')}
          value={entry.direction}
          onChange={(direction) => form.set({ direction })}
          options={optionsOf(DIRECTIONS, (one) => t(`kinds.direction.${one}`))}
        />
        <Choice
          label={t('kinds.contraTitle')}
          value={entry.contra}
          onChange={(contra) => form.set({ contra })}
          error={form.text('contra' as never).error}
          helperText={form.text('contra' as never).helperText}
          options={optionsOf(CONTRA, (one) => t(`kinds.contra.${one}`))}
        />
        <TextField label={t('kinds.account')} {...form.text('account')} />
        <NumberField
          label={t('kinds.limit')}
          placeholder={t('kinds.noLimit')}
          slotProps={{ inputLabel: { shrink: true } }}
          {...form.text('approvalValue')}
        />
        <Choice
          label={t('kinds.opposite')}
          value={entry.opposite}
          onChange={(opposite) => form.set({ opposite })}
          options={[
            ['', t('kinds.noOpposite')],
            ...kinds
              .filter((one) => one.id !== kind?.id && one.contra === entry.contra)
              .map((one) => [String(one.id), one.name] as const),
          ]}
        />
      </Box>
      <Tick
        label={t('kinds.noteNeeded')}
        checked={entry.noteNeeded}
        onChange={(noteNeeded) => form.set({ noteNeeded })}
      />
      <Tick
        label={t('item.active')}
        checked={entry.active}
        onChange={(active) => form.set({ active })}
      />
      <Part title={t('kinds.fieldsTitle')}>
        <Box sx={{ color: 'text.secondary' }}>{t('kinds.fieldsWhat')}</Box>
        {fields.map((field, i) => (
          <FieldLine
            key={field.id || `new ${i}`}
            field={field}
            onChange={(part) => change(i, part)}
            onDrop={() => setFields(fields.filter((_, k) => k !== i))}
          />
        ))}
        <Button sx={{ mt: 1 }} onClick={() => setFields([...fields, EMPTY])}>
          {t('kinds.addField')}
        </Button>
      </Part>
    </Form>
  );
}

function FieldLine({
  field,
  onChange,
  onDrop,
}: {
  field: Field;
  onChange: (part: Partial<Field>) => void;
  onDrop: () => void;
}) {
  const { t } = useTranslation();
  return (
    <Box sx={{ py: 1, borderBottom: 1, borderColor: 'divider', display: 'grid', gap: 1 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: '1.4fr 1fr auto auto',
          gap: 1,
          alignItems: 'center',
        }}
      >
        <TextField
          label={t('kinds.fieldName')}
          value={field.name}
          onChange={(event) => onChange({ name: event.target.value })}
        />
        <Choice
          label={t('kinds.fieldType')}
          value={field.type}
          disabled={field.id > 0}
          onChange={(type) => onChange({ type })}
          options={optionsOf(TYPES, (one) => t(`kinds.type.${one}`))}
        />
        <Tick
          label={t('kinds.required')}
          checked={field.required}
          onChange={(required) => onChange({ required })}
        />
        <Button onClick={onDrop} aria-label={t('kinds.dropField', { name: field.name })}>
          {t('kinds.drop')}
        </Button>
      </Box>
      {field.type === 'CHOICE' && (
        <TextField
          label={t('kinds.choices')}
          multiline
          value={field.choices.join('\n')}
          onChange={(event) => onChange({ choices: event.target.value.split('\n') })}
        />
      )}
    </Box>
  );
}
