import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { ColumnChoice } from '../../kit/ColumnChoice';
import { Sheet } from '../../kit/Sheet';
import { SiteChoice } from '../../kit/SiteChoice';
import { endOf } from '../../kit/spans';
import { useAddress } from '../../kit/useAddress';
import { useColumns } from '../../kit/sheetColumns';
import { useKinds } from '../checking/kinds';
import { BackFrame } from './BackFrame';
import { ledgerColumns } from './ledgerColumns';
import { PostingPanel } from './PostingPanel';
import { everyOf } from '../../kit/everyOf';

type Row = Schemas['LedgerRow'];
type Kind = Row['kind'];

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
  'LOAN',
  'MOVEMENT',
  'CONDITION',
  'REVERSAL',
]);
const TEXTS = ['q', 'document', 'reason', 'field', 'device'] as const;
const THINGS = ['item', 'place', 'lot', 'serial', 'posting'] as const;

/** The stock ledger: every line, newest first, by anything that stands in it. */
export function LedgerSpace() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const people = useQuery({
    queryKey: ['people', 'names'],
    queryFn: () => read(api.GET('/api/people/names')),
    staleTime: 60_000,
  });
  const movementKinds = useKinds();
  const columns = useColumns('ledger', ledgerColumns(t));
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
  const question = useDeferredValue(now);
  const about = THINGS.filter((name) => value(name));
  const opened = value('open');
  return (
    <BackFrame>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', p: 2, pb: 0 }}>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1.5 }}>
          <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
            {t('ledger.title')}
          </Box>
          <Box sx={{ ml: 'auto', display: 'flex' }}>
            <ColumnChoice columns={columns} />
            {(['CSV', 'XLSX'] as const).map((format) => (
              <Button key={format} component="a" href={exportAddress(format, now, columns.shown)}>
                {format}
              </Button>
            ))}
          </Box>
        </Box>
        <Box
          role="search"
          aria-label={t('ledger.filters')}
          sx={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(200px, 1fr))',
            gap: 1.5,
            mb: 1.5,
          }}
        >
          {TEXTS.map((name) => (
            <TextField
              key={name}
              label={t(`ledger.filter.${name}`)}
              value={value(name)}
              onChange={(event) => change({ [name]: event.target.value })}
            />
          ))}
          <Choice
            label={t('ledger.filter.kind')}
            value={value('kind')}
            onChange={(next) => change({ kind: next })}
            options={[
              ['', t('ledger.anyKind')],
              ...KINDS.map((kind) => [kind, t(`kind.${kind}`)] as const),
            ]}
          />
          <Choice
            label={t('kinds.one')}
            value={value('why')}
            onChange={(next) => change({ why: next })}
            options={[
              ['', t('adjust.anyReason')],
              ...(movementKinds.data ?? []).map((one) => [String(one.id), one.name] as const),
            ]}
          />
          <SiteChoice value={value('site')} onChange={(next) => change({ site: next })} />
          <Choice
            label={t('ledger.filter.person')}
            value={value('person')}
            onChange={(next) => change({ person: next })}
            options={[
              ['', t('ledger.anyone')],
              ...(people.data ?? []).map((one) => [String(one.id), one.name] as const),
            ]}
          />
          {(['after', 'before'] as const).map((name) => (
            <TextField
              key={name}
              label={t(`ledger.filter.${name}`)}
              type="date"
              value={value(name)}
              onChange={(event) => change({ [name]: event.target.value })}
              slotProps={{ inputLabel: { shrink: true } }}
            />
          ))}
          {about.length > 0 && (
            <Button
              variant="outlined"
              onClick={() =>
                change(Object.fromEntries([...THINGS, 'about'].map((name) => [name, null])))
              }
            >
              {t('ledger.only', {
                what: value('about') || `${t(`ask.${about[0].toUpperCase()}`)} ${value(about[0])}`,
              })}
            </Button>
          )}
        </Box>
        <Sheet<Row>
          name="ledger"
          question={[question]}
          fetch={(offset, limit) =>
            read(api.GET('/api/ledger', { params: { query: { ...question, offset, limit } } }))
          }
          columns={columns.shown}
          rowKey={(row) => `${row.posting}-${row.line}`}
          sorting={{ by: 'WHEN', descending: !now.oldestFirst }}
          onSort={() => change({ oldest: now.oldestFirst ? null : '1' })}
          opened={value('row')}
          onOpen={(row) => change({ open: String(row.posting), row: `${row.posting}-${row.line}` })}
          empty={t('ledger.none')}
        />
      </Box>
      {opened && (
        <PostingPanel
          key={opened}
          posting={Number(opened)}
          onClose={() => change({ open: null, row: null })}
        />
      )}
    </BackFrame>
  );
}

function exportAddress(
  format: string,
  question: Record<string, unknown>,
  shown: { key: string }[],
): string {
  const query = new URLSearchParams({ format });
  shown.forEach((column) => query.append('columns', column.key));
  for (const [name, value] of Object.entries(question)) {
    if (value !== undefined) {
      query.set(name, String(value));
    }
  }
  return `/api/export/ledger?${query}`;
}
