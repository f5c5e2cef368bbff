import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { t } from '../../app/words';
import { post, put } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Choice, optionsOf } from '../../kit/Choice';
import { LineEditor, written } from '../../kit/LineEditor';
import { useSave } from '../../kit/useSave';
import { PURPOSES, type Kind } from '../checking/kinds';
import { Form, Tick } from '../../kit/Form';
import { useSites } from '../../app/session';
import { startOf, useForm } from '../../kit/useForm';
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
const ROLES = ['FLOOR_HAND', 'CLERK', 'CONTROLLER', 'ADMINISTRATOR'] as const;
const BLANK = {
  code: '',
  name: '',
  purpose: 'MOVEMENT' as Kind['purpose'],
  direction: 'OUT' as Kind['direction'],
  contra: 'USED_UP' as Kind['contra'],
  account: '',
  noteNeeded: false,
  approvalValue: '',
  oppositeId: '',
  active: true,
  onFloor: true,
};
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
  const save = useSave<Schemas['MovementKindEntry'], Kind>(
    ['movement-kinds'],
    kind ? put('/api/movement-kinds/{kind}', { kind: kind.id }) : post('/api/movement-kinds'),
    onDone,
  );
  const form = useForm(
    {
      ...startOf(BLANK, kind),
      fields: kind?.fields ?? [],
      sites: kind?.sites ?? [],
      roles: kind?.roles ?? [],
    },
    save.error,
  );
  const entry = form.entry;
  const sites = useSites().data ?? [];
  return (
    <Form
      save={save}
      onSubmit={() =>
        save.mutate({
          ...entry,
          version: kind?.version,
          code: entry.code.trim().toUpperCase(),
          approvalValue: amountOrNothing(entry.approvalValue),
          oppositeId: entry.oppositeId ? Number(entry.oppositeId) : undefined,
          fields: written(entry.fields, EMPTY).map((field) => ({
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
          {...form.choice('oppositeId')}
          options={[
            ['', t('kinds.noOpposite')],
            ...kinds
              .filter((one) => one.id !== kind?.id && one.contra === entry.contra)
              .map((one) => [String(one.id), one.name] as const),
          ]}
        />
      </Box>
      <Tick label={t('kinds.noteNeeded')} {...form.tick('noteNeeded')} />
      <Tick label={t('kinds.onFloor')} {...form.tick('onFloor')} />
      <Tick label={t('item.active')} {...form.tick('active')} />
      <Ticks
        label={t('kinds.roles')}
        all={t('kinds.everyone')}
        options={ROLES.map((role) => [role, t(`role.${role}`)] as const)}
        chosen={entry.roles}
        onChange={(roles) => form.set({ roles })}
      />
      <Ticks
        label={t('kinds.sites')}
        all={t('printers.everySite')}
        options={sites.map((site) => [site.id, site.name] as const)}
        chosen={entry.sites}
        onChange={(chosen) => form.set({ sites: chosen })}
      />
      <LineEditor
        title={t('kinds.fieldsTitle')}
        {...form.lines('fields')}
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

/** Some of several; none of them means all. */
function Ticks<K extends string | number>({
  label,
  all,
  options,
  chosen,
  onChange,
}: {
  label: string;
  all: string;
  options: readonly (readonly [key: K, name: string])[];
  chosen: readonly K[];
  onChange: (chosen: K[]) => void;
}) {
  return (
    <Box component="fieldset" sx={{ border: 1, borderColor: 'divider', m: 0, px: 1.5, py: 0.5 }}>
      <Box component="legend" sx={{ fontSize: 13 }}>
        {label}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
        {options.map(([key, name]) => (
          <Tick
            key={key}
            label={name}
            checked={chosen.includes(key)}
            onChange={(on) =>
              onChange(on ? [...chosen, key] : chosen.filter((other) => other !== key))
            }
          />
        ))}
      </Box>
      {chosen.length === 0 && <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{all}</Box>}
    </Box>
  );
}
