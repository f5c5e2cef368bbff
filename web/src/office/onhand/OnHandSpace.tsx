import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { ColumnChoice } from '../../kit/ColumnChoice';
import { Sheet } from '../../kit/Sheet';
import { SiteChoice } from '../../kit/SiteChoice';
import { useAddress } from '../../kit/useAddress';
import { useColumns } from '../../kit/sheetColumns';
import { ItemPanel } from './ItemPanel';
import { columnsOf, type Group, GROUPS } from './onHandColumns';
import { PlacePanel } from './PlacePanel';

type Row = Schemas['OnHandRow'];
type Condition = 'GOOD' | 'ON_HOLD' | 'REJECTED';

/** What lies where: by item, place, lot or position; now, or as of a past moment. */
export function OnHandSpace() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const group = (value('group') || 'ITEM') as Group;
  const site = value('site');
  const condition = value('condition');
  const words = value('q');
  const at = value('at');
  const opened = value('open');
  const sort = value('sort') || (group === 'PLACE' ? 'PLACE' : group === 'LOT' ? 'EXPIRY' : 'ITEM');
  const descending = value('desc') === '1';
  const typed = useDeferredValue(words);
  const [scale, setScale] = useState(0);
  const columns = useColumns(`on-hand.${group}`, columnsOf(group, t, scale));

  const question = {
    group,
    site: site ? Number(site) : undefined,
    condition: (condition || undefined) as Condition | undefined,
    q: typed || undefined,
    at: at ? new Date(at).toISOString() : undefined,
    sort: sort as 'ITEM',
    descending,
  };
  const open = (row: Row) =>
    change({
      open: group === 'PLACE' ? `place:${row.placeId}` : `item:${row.itemId}`,
      lot: row.lotId ? String(row.lotId) : null,
      row: row.key,
    });
  const [kind, id] = opened.split(':');

  return (
    <>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', p: 2, pb: 0 }}>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mb: 1.5, flexWrap: 'wrap' }}>
          <Box component="h1" sx={{ typography: 'h1', m: 0, mr: 1 }}>
            {t('space.onHand')}
          </Box>
          <Choice
            label={t('onHand.by')}
            value={group}
            onChange={(next) =>
              change({ group: next, sort: null, desc: null, row: null, condition: null })
            }
            options={GROUPS.map((one) => [one, t(`onHand.group.${one}`)] as const)}
          />
          <SiteChoice value={site} onChange={(next) => change({ site: next })} />
          <TextField
            label={t('onHand.words')}
            value={words}
            onChange={(event) => change({ q: event.target.value })}
            sx={{ width: 190 }}
          />
          {group === 'POSITION' && (
            <Choice
              label={t('condition')}
              value={condition}
              onChange={(next) => change({ condition: next })}
              options={[
                ['', t('anyCondition')],
                ...(['GOOD', 'ON_HOLD', 'REJECTED'] as const).map(
                  (one) => [one, t(`conditions.${one}`)] as const,
                ),
              ]}
            />
          )}
          <TextField
            label={t('onHand.asOf')}
            type="datetime-local"
            value={at}
            onChange={(event) => change({ at: event.target.value })}
            slotProps={{ inputLabel: { shrink: true } }}
            sx={{ width: 205 }}
          />
          <Box sx={{ ml: 'auto', display: 'flex' }}>
            <ColumnChoice columns={columns} />
            {(['CSV', 'XLSX'] as const).map((format) => (
              <Button key={format} component="a" href={exportAddress(format, question, columns)}>
                {format}
              </Button>
            ))}
          </Box>
        </Box>
        <Sheet<Row>
          key={group}
          name="on-hand"
          question={[question]}
          fetch={async (offset, limit) => {
            const page = await read(
              api.GET('/api/on-hand', { params: { query: { ...question, offset, limit } } }),
            );
            const most = Math.max(0, ...page.rows.map((row) => Number(row.onHand ?? 0)));
            setScale((before) => (offset === 0 ? most : Math.max(before, most)));
            return page;
          }}
          columns={columns.shown}
          rowKey={(row) => row.key}
          sorting={{ by: sort, descending }}
          onSort={(next) => change({ sort: next.by, desc: next.descending ? '1' : null })}
          opened={value('row') || undefined}
          onOpen={open}
          empty={words || site || at ? t('onHand.noMatch') : t('onHand.nothing')}
        />
      </Box>
      {kind === 'item' && (
        <ItemPanel
          key={id}
          item={Number(id)}
          lot={value('lot') ? Number(value('lot')) : undefined}
          onClose={() => change({ open: null, lot: null, row: null })}
        />
      )}
      {kind === 'place' && (
        <PlacePanel key={id} place={Number(id)} onClose={() => change({ open: null, row: null })} />
      )}
    </>
  );
}

function exportAddress(
  format: string,
  question: Record<string, unknown>,
  columns: { shown: { key: string }[] },
): string {
  const query = new URLSearchParams({ format });
  columns.shown
    .filter((column) => column.key !== 'bar')
    .forEach((column) => query.append('columns', column.key));
  for (const [name, value] of Object.entries(question)) {
    if (value !== undefined) {
      query.set(name, String(value));
    }
  }
  return `/api/export/on-hand?${query}`;
}
