import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import { useList } from '../../kit/useList';
import { SheetFile } from '../../kit/SheetFile';
import { SidePanel } from '../../kit/SidePanel';
import { SiteChoice } from '../../kit/SiteChoice';
import type { Column } from '../../kit/sheetColumns';
import { useAddress } from '../../kit/useAddress';
import { AdjustmentFile } from './AdjustmentFile';
import { AdjustmentForm } from './AdjustmentForm';
import { AdjustmentPanel } from './AdjustmentPanel';
import { AdjustmentState } from './AdjustmentState';
import { CheckingFrame } from './CheckingFrame';
import { PURPOSES, useKinds, type Purpose } from './kinds';

type Row = Schemas['AdjustmentRow'];

/** Every adjustment, scrap, loan and movement, and writing a new one. */
export function AdjustmentSpace() {
  const { t } = useTranslation();
  const may = useMay('MOVE');
  const mayFile = useMay('POST');
  const { value, change } = useAddress();
  const kinds = useKinds();
  const list = useList<'listAdjustments'>();
  const all = columns(t);
  const { question } = list;
  const fields = {
    key: 'fields',
    title: t('adjust.fieldSearch'),
    sort: 'FIELDS',
    narrow: { kind: 'TEXT' as const },
  };
  const opened = value('open');
  const close = () => change({ open: null, item: null, place: null, why: null });
  return (
    <CheckingFrame>
      <Room
        title={t('checking.adjustments')}
        tools={
          <>
            <Choice
              label={t('kinds.purposeTitle')}
              value={list.only('PURPOSE')}
              onChange={(next) => list.setOnly('PURPOSE', next)}
              options={[
                ['', t('adjust.anyPurpose')],
                ...PURPOSES.map((one) => [one, t(`kinds.purpose.${one}`)] as const),
              ]}
            />
            <Choice
              label={t('adjust.reason')}
              value={list.only('KIND')}
              onChange={(next) => list.setOnly('KIND', next)}
              options={[
                ['', t('adjust.anyReason')],
                ...(kinds.data ?? []).map((one) => [String(one.id), one.name] as const),
              ]}
            />
            <Choice
              label={t('transfer.stateTitle')}
              value={list.only('STATE')}
              onChange={(next) => list.setOnly('STATE', next)}
              options={[
                ['', t('adjust.anyState')],
                ...(['PROPOSED', 'POSTED', 'REFUSED'] as const).map(
                  (one) => [one, t(`adjust.state.${one}`)] as const,
                ),
              ]}
            />
            <SiteChoice value={list.only('SITE')} onChange={(next) => list.setOnly('SITE', next)} />
            <ListFilters
              list={list}
              columns={[...all, fields]}
              label={t('adjust.search')}
              elsewhere={['SITE', 'PURPOSE', 'KIND', 'STATE']}
            />
            <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
              <SheetFile path="adjustments" question={question} />
              {mayFile && (
                <Button variant="outlined" onClick={() => change({ open: 'file' })}>
                  {t('adjust.fromFile')}
                </Button>
              )}
              {may && (
                <Button variant="contained" onClick={() => change({ open: 'new' })}>
                  {t('adjust.add')}
                </Button>
              )}
            </Box>
          </>
        }
      >
        <Sheet<Row>
          name="adjustments"
          question={[question]}
          fetch={(offset, limit) =>
            read(api.GET('/api/adjustments', { params: { query: { ...question, offset, limit } } }))
          }
          columns={all}
          rowKey={(row) => String(row.id)}
          sorting={list.sorting}
          onSort={list.onSort}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={list.narrowed ? t('adjust.noMatch') : t('adjust.none')}
        />
      </Room>
      {opened === 'new' && (
        <SidePanel title={t('adjust.add')} onClose={close} width={640}>
          <AdjustmentForm
            key={`${value('item')} ${value('place')} ${value('why')}`}
            item={value('item') ? Number(value('item')) : undefined}
            place={value('place') ? Number(value('place')) : undefined}
            purpose={(value('why') || 'ADJUSTMENT') as Purpose}
            onDone={(saved) => change({ open: String(saved.id), item: null, place: null })}
          />
        </SidePanel>
      )}
      {opened === 'file' && (
        <SidePanel title={t('adjust.fromFile')} onClose={close} width={640}>
          <AdjustmentFile />
        </SidePanel>
      )}
      {Number(opened) > 0 && (
        <AdjustmentPanel key={opened} adjustment={Number(opened)} onClose={close} />
      )}
    </CheckingFrame>
  );
}

function columns(t: (key: string, values?: Record<string, unknown>) => string): Column<Row>[] {
  return [
    {
      key: 'number',
      title: t('count.number'),
      sort: 'NUMBER',
      narrow: { kind: 'TEXT' },
      width: '106px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'reasons',
      title: t('adjust.reason'),
      sort: 'KIND',
      width: 'minmax(130px, 1.2fr)',
      cell: (row) => row.reasons,
    },
    {
      key: 'way',
      title: t('adjust.wayTitle'),
      width: '82px',
      cell: (row) => t(`adjust.way.${row.way}`),
    },
    {
      key: 'about',
      title: t('adjust.about'),
      width: 'minmax(150px, 1.6fr)',
      cell: (row) =>
        row.lines > 1 ? t('adjust.andMore', { name: row.about, count: row.lines - 1 }) : row.about,
    },
    {
      key: 'value',
      title: t('adjust.value'),
      sort: 'NET',
      narrow: { kind: 'NUMBER' },
      width: '92px',
      align: 'right',
      cell: (row) => money(row.net),
    },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
      sort: 'STATE',
      width: '112px',
      cell: (row) => <AdjustmentState state={row.state} back={row.reversedBy !== null} />,
    },
    {
      key: 'site',
      title: t('site'),
      sort: 'SITE',
      narrow: { kind: 'SITE' },
      width: 'minmax(110px, 1fr)',
      cell: (row) => row.site,
    },
    {
      key: 'by',
      title: t('adjust.by'),
      sort: 'CREATED_BY',
      narrow: { kind: 'TEXT' },
      width: 'minmax(100px, 0.8fr)',
      cell: (row) => row.writtenBy,
    },
    {
      key: 'written',
      title: t('ledger.when'),
      sort: 'CREATED',
      narrow: { kind: 'MOMENT' },
      width: '122px',
      cell: (row) => ago(row.written),
    },
    {
      key: 'note',
      title: t('transfer.note'),
      sort: 'NOTE',
      narrow: { kind: 'TEXT' },
      width: 'minmax(110px, 1fr)',
      cell: (row) => row.note,
    },
  ];
}
