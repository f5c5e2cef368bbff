import Button from '@mui/material/Button';
import { useDeferredValue } from 'react';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { optionsById, optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressSite, AddressText } from '../../kit/AddressFields';
import { everyOf } from '../../kit/everyOf';
import { endOf } from '../../kit/spans';
import { ReferenceField } from '../../kit/ReferenceField';
import { TableSpace } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useKinds } from '../checking/kinds';
import { SerialLife } from './SerialLife';
import { ledgerColumns } from './ledgerColumns';
import { PostingPanel } from './PostingPanel';
import { t, type Word } from '../../app/words';

type Kind = Schemas['LedgerRow']['kind'];

const KINDS = everyOf<Kind>()([
  'MOVE',
  'OPENING',
  'RECEIPT',
  'RETURN',
  'ISSUE',
  'PICK',
  'PACK',
  'SHIPMENT',
  'ARRIVAL',
  'TRANSFER',
  'WRITE_OFF',
  'COUNT',
  'ADJUSTMENT',
  'SCRAP',
  'SUPPLIER_RETURN',
  'LOAN',
  'PRODUCTION',
  'MOVEMENT',
  'CONDITION',
  'REVERSAL',
]);
const TEXTS = ['reason', 'field', 'device'] as const;
const THINGS = ['item', 'place', 'lot', 'serial', 'posting'] as const;

/** The stock ledger: every line, newest first, by anything that stands in it. */
export function LedgerSpace() {
  const { value, change } = useAddress();
  const movementKinds = useKinds();
  const number = (name: string) => (value(name) ? Number(value(name)) : undefined);
  const text = (name: string) => value(name) || undefined;
  const now = {
    q: text('q'),
    document: text('document'),
    reason: text('reason'),
    device: text('device'),
    field: text('field'),
    movementKind: number('why'),
    kind: text('kind') as Kind | undefined,
    site: number('site'),
    person: number('person'),
    item: number('item'),
    place: number('place'),
    lot: number('lot'),
    serial: number('serial'),
    posting: number('posting'),
    after: value('after') ? new Date(`${value('after')}T00:00`).toISOString() : undefined,
    before: value('before') ? endOf(value('before')) : undefined,
    oldestFirst: value('oldest') === '1',
  };
  const asked = useDeferredValue(now);
  const about = THINGS.filter((name) => value(name));
  const opened = value('open');
  return (
    <TableSpace
      title={t('ledger.title')}
      name="ledger"
      choices={
        <>
          <AddressText name="q" label={t('ledger.filter.q')} width={150} />
          <AddressText name="document" label={t('ledger.filter.document')} width={150} />
          <AddressChoice
            name="kind"
            label={t('ledger.filter.kind')}
            options={optionsOf(KINDS, (kind) => t(`kind.${kind}`), t('ledger.anyKind'))}
          />
          <AddressSite name="site" />
          <Person name="person" />
          {(['after', 'before'] as const).map((name) => (
            <AddressText key={name} name={name} label={t(`ledger.filter.${name}`)} type="date" />
          ))}
          <AddressChoice
            name="why"
            label={t('kinds.one')}
            options={optionsById(movementKinds.data, t('adjust.anyReason'))}
          />
          {TEXTS.map((name) => (
            <AddressText key={name} name={name} label={t(`ledger.filter.${name}`)} />
          ))}
        </>
      }
      actions={
        about.length > 0 && (
          <Button
            variant="outlined"
            onClick={() =>
              change(Object.fromEntries([...THINGS, 'about'].map((name) => [name, null])))
            }
          >
            {t('ledger.only', {
              what:
                value('about') ||
                `${t(`ask.${about[0].toUpperCase()}` as Word)} ${value(about[0])}`,
            })}
          </Button>
        )
      }
      over={now.serial && <SerialLife key={now.serial} id={now.serial} />}
      question={asked}
      fetch={(query) => get('/api/ledger', query)}
      columns={ledgerColumns()}
      rowKey={(row) => `${row.posting}-${row.line}`}
      sorting={{ by: 'WHEN', descending: !now.oldestFirst }}
      onSort={() => change({ oldest: now.oldestFirst ? null : '1' })}
      opened={value('row')}
      onOpen={(row) => change({ open: String(row.posting), row: `${row.posting}-${row.line}` })}
      file="ledger"
      fileOfColumns
      none={t('ledger.none')}
    >
      {opened && (
        <PostingPanel
          key={opened}
          posting={Number(opened)}
          onClose={() => change({ open: null, row: null })}
        />
      )}
    </TableSpace>
  );
}

/** Whose postings are shown. */
function Person({ name }: { name: string }) {
  const { value, change } = useAddress();
  return (
    <ReferenceField
      of="PERSON"
      label={t('ledger.filter.person')}
      placeholder={t('ledger.anyone')}
      value={value(name)}
      onChange={(person) => change({ [name]: person })}
    />
  );
}
