import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { optionsById, optionsOf } from '../../kit/Choice';
import { ListChoice } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { byItem } from '../../kit/ListFilters';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { AdjustmentFile } from './AdjustmentFile';
import { AdjustmentForm } from './AdjustmentForm';
import { AdjustmentPanel } from './AdjustmentPanel';
import { AdjustmentState } from './AdjustmentState';
import { CollectScrap, useScrapAreas } from './CollectScrap';
import { PURPOSES, useKinds, type Purpose } from './kinds';

type Row = Schemas['AdjustmentRow'];

/** Every adjustment, scrap, loan and movement, and writing a new one. */
export function AdjustmentSpace() {
  const may = useMay('MOVE');
  const mayFile = useMay('POST');
  const { value, change } = useAddress();
  const { id, open } = useOpened();
  const kinds = useKinds();
  const scrapPlaces = useScrapAreas().length > 0;
  const list = useList<'listAdjustments'>();
  return (
    <TableSpace
      title={t('checking.adjustments')}
      name="adjustments"
      list={list}
      search={t('adjust.search')}
      bySite
      elsewhere={['PURPOSE', 'KIND', 'STATE']}
      hidden={[
        byItem(),
        { key: 'fields', title: t('adjust.fieldSearch'), sort: 'FIELDS', narrow: { kind: 'TEXT' } },
      ]}
      choices={
        <>
          <ListChoice
            list={list}
            column="PURPOSE"
            label={t('kinds.purposeTitle')}
            options={optionsOf(
              PURPOSES,
              (one) => t(`kinds.purpose.${one}`),
              t('adjust.anyPurpose'),
            )}
          />
          <ListChoice
            list={list}
            column="KIND"
            label={t('adjust.reason')}
            options={optionsById(kinds.data, t('adjust.anyReason'))}
          />
          <ListChoice
            list={list}
            column="STATE"
            label={t('transfer.stateTitle')}
            options={optionsOf(
              ['PROPOSED', 'POSTED', 'REFUSED'],
              (one) => t(`adjust.state.${one}`),
              t('adjust.anyState'),
            )}
          />
        </>
      }
      actions={
        <>
          {mayFile && <Button onClick={() => open('file')}>{t('adjust.fromFile')}</Button>}
          {may && scrapPlaces && (
            <Button onClick={() => open('collect')}>{t('adjust.collect')}</Button>
          )}
          {may && (
            <Button variant="contained" onClick={() => open('new')}>
              {t('adjust.add')}
            </Button>
          )}
        </>
      }
      question={list.question}
      fetch={(query) => get('/api/adjustments', query)}
      columns={columns()}
      file="adjustments"
      none={t('adjust.none')}
      noMatch={t('adjust.noMatch')}
      leaves={['item', 'place', 'why']}
      panels={{
        new: {
          title: t('adjust.add'),
          width: 640,
          show: () => (
            <AdjustmentForm
              key={`${value('item')} ${value('place')} ${value('why')}`}
              item={value('item') ? Number(value('item')) : undefined}
              place={value('place') ? Number(value('place')) : undefined}
              purpose={(value('why') || 'ADJUSTMENT') as Purpose}
              onDone={(saved) => change({ open: String(saved.id), item: null, place: null })}
            />
          ),
        },
        collect: {
          title: t('adjust.collect'),
          width: 640,
          show: () => <CollectScrap onDone={(saved) => change({ open: String(saved.id) })} />,
        },
        file: { title: t('adjust.fromFile'), width: 640, show: () => <AdjustmentFile /> },
      }}
    >
      {id > 0 && (
        <AdjustmentPanel key={id} adjustment={id} onClose={() => change({ open: null })} />
      )}
    </TableSpace>
  );
}

function columns() {
  const of = columnsOf<Row>();
  return [
    of.number('number', t('count.number'), 106, { by: 'NUMBER' }),
    of.text('reasons', t('adjust.reason'), 130, {
      by: 'KIND',
      refers: 'REASON',
      grow: 1.2,
    }),
    of.choice('way', t('adjust.wayTitle'), 82, (one) => t(`adjust.way.${one}`), { spare: true }),
    of.text('about', t('adjust.about'), 150, {
      grow: 1.6,
      cell: (row) =>
        row.lines > 1 ? t('adjust.andMore', { name: row.about, count: row.lines - 1 }) : row.about,
    }),
    of.money('net', t('adjust.value'), 92, { by: 'NET', total: true }),
    of.shown(
      'state',
      t('transfer.stateTitle'),
      112,
      (row) => <AdjustmentState state={row.state} back={row.reversedBy !== null} />,
      { sort: 'STATE' },
    ),
    of.site('site', t('site'), 110, { by: 'SITE', grow: 1 }),
    of.text('writtenBy', t('adjust.by'), 100, { by: 'CREATED_BY', grow: 0.8 }),
    of.ago('written', t('ledger.when'), 122, { by: 'CREATED' }),
    of.text('note', t('transfer.note'), 110, { by: 'NOTE', grow: 1 }),
  ];
}
