import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { post, put } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Choice, optionsOf } from '../../kit/Choice';
import { LineEditor } from '../../kit/LineEditor';
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
    ['movement-kinds'],
    kind ? put('/api/movement-kinds/{kind}', { kind: kind.id }) : post('/api/movement-kinds'),
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
          {...form.choice('direction')}
          options={optionsOf(DIRECTIONS, (one) => t(`kinds.direction.${one}`))}
        />
        <Choice
          label={t('kinds.contraTitle')}
          {...form.choice('contra')}
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
          {...form.choice('opposite')}
          options={[
            ['', t('kinds.noOpposite')],
            ...kinds
              .filter((one) => one.id !== kind?.id && one.contra === entry.contra)
              .map((one) => [String(one.id), one.name] as const),
          ]}
        />
      </Box>
      <Tick label={t('kinds.noteNeeded')} {...form.tick('noteNeeded')} />
      <Tick label={t('item.active')} {...form.tick('active')} />
      <LineEditor
        title={t('kinds.fieldsTitle')}
        lines={fields}
        onChange={setFields}
        empty={EMPTY}
        tracks="1.4fr 1fr auto"
        add={t('kinds.addField')}
        none={t('kinds.fieldsWhat')}
        remove={(field) => t('kinds.dropField', { name: field.name })}
        under={(field, set) =>
          field.type === 'CHOICE' && (
            <TextField
              label={t('kinds.choices')}
              multiline
              fullWidth
              sx={{ mt: 1 }}
              value={field.choices.join('\n')}
              onChange={(event) => set({ choices: event.target.value.split('\n') })}
            />
          )
        }
      >
        {(field) => (
          <>
            <TextField label={t('kinds.fieldName')} {...field.text('name')} />
            <Choice
              label={t('kinds.fieldType')}
              disabled={field.entry.id > 0}
              {...field.choice('type')}
              options={optionsOf(TYPES, (one) => t(`kinds.type.${one}`))}
            />
            <Box sx={{ alignSelf: 'center' }}>
              <Tick label={t('kinds.required')} {...field.tick('required')} />
            </Box>
          </>
        )}
      </LineEditor>
    </Form>
  );
}
