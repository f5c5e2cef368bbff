import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { ListFilters } from '../../kit/ListFilters';
import { Sheet } from '../../kit/Sheet';
import { useList } from '../../kit/useList';
import { SidePanel } from '../../kit/SidePanel';
import type { Column } from '../../kit/sheetColumns';
import { useAddress } from '../../kit/useAddress';
import { AdjustmentFacts } from './AdjustmentPanel';
import { AdjustmentState } from './AdjustmentState';
import { ApprovalDoings } from './ApprovalDoings';
import { CheckingFrame } from './CheckingFrame';

type Row = Schemas['Approval'];

/** What waits for someone else to agree, whatever it is. */
export function ApprovalSpace() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const list = useList<'listApprovals'>();
  const all = columns(t);
  const question = { waiting: value('show') !== 'ALL', ...list.question };
  const waiting = value('show') !== 'ALL';
  const opened = value('open');
  const card = useQuery({
    queryKey: ['approvals', 'card', Number(opened)],
    queryFn: () =>
      read(
        api.GET('/api/approvals/{approval}', { params: { path: { approval: Number(opened) } } }),
      ),
    enabled: Number(opened) > 0,
  });
  const one = card.data?.approval;
  return (
    <CheckingFrame>
      <Room
        title={t('checking.approvals')}
        tools={
          <>
            <Choice
              label={t('transfer.show')}
              value={waiting ? 'WAITING' : 'ALL'}
              onChange={(next) => change({ show: next === 'ALL' ? 'ALL' : null })}
              options={[
                ['WAITING', t('approval.waiting')],
                ['ALL', t('approval.all')],
              ]}
            />
            <ListFilters list={list} columns={all} label={t('approval.search')} elsewhere={[]} />
          </>
        }
      >
        <Sheet<Row>
          name="approvals"
          question={[question]}
          fetch={(offset, limit) =>
            read(api.GET('/api/approvals', { params: { query: { ...question, offset, limit } } }))
          }
          columns={all}
          rowKey={(row) => String(row.id)}
          sorting={list.sorting}
          onSort={list.onSort}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={list.narrowed ? t('approval.noMatch') : t('approval.none')}
        />
      </Room>
      {one && (
        <SidePanel
          key={one.id}
          title={one.number}
          over={`${t(`approval.subject.${one.subject}`)} · ${one.site}`}
          onClose={() => change({ open: null })}
          width={520}
        >
          <ApprovalDoings approval={one.id} />
          {one.subject === 'COUNT' && (
            <Link to={`/office/checking/counts/${one.subjectId}`}>{t('approval.toCount')}</Link>
          )}
          {one.subject === 'WRITE_OFF' && (
            <Link to={`/office/coming/transfers?q=${one.number}`}>{t('approval.toTransfer')}</Link>
          )}
          {(one.subject === 'ADJUSTMENT' || one.subject === 'SCRAP') && (
            <Subject adjustment={one.subjectId} />
          )}
        </SidePanel>
      )}
    </CheckingFrame>
  );
}

function Subject({ adjustment }: { adjustment: number }) {
  const card = useQuery({
    queryKey: ['adjustments', 'card', adjustment],
    queryFn: () =>
      read(api.GET('/api/adjustments/{adjustment}', { params: { path: { adjustment } } })),
  });
  return card.data ? <AdjustmentFacts card={card.data} /> : null;
}

function columns(t: (key: string) => string): Column<Row>[] {
  return [
    {
      key: 'number',
      title: t('count.number'),
      sort: 'NUMBER',
      narrow: { kind: 'TEXT' },
      width: '100px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'subject',
      title: t('approval.subjectTitle'),
      sort: 'SUBJECT',
      narrow: {
        kind: 'CHOICE',
        options: [
          ['ADJUSTMENT', t('approval.subject.ADJUSTMENT')],
          ['SCRAP', t('approval.subject.SCRAP')],
          ['COUNT', t('approval.subject.COUNT')],
          ['WRITE_OFF', t('approval.subject.WRITE_OFF')],
        ],
      },
      width: '110px',
      cell: (row) => t(`approval.subject.${row.subject}`),
    },
    {
      key: 'value',
      title: t('adjust.value'),
      sort: 'VALUE',
      narrow: { kind: 'NUMBER' },
      width: '100px',
      align: 'right',
      cell: (row) => money(row.value),
    },
    {
      key: 'most',
      title: t('approval.limit'),
      sort: 'MOST',
      narrow: { kind: 'NUMBER' },
      width: '90px',
      align: 'right',
      cell: (row) => money(row.most),
    },
    {
      key: 'by',
      title: t('approval.proposedBy'),
      sort: 'PROPOSED_BY',
      narrow: { kind: 'TEXT' },
      width: 'minmax(120px, 1fr)',
      cell: (row) => (row.own ? t('approval.you') : row.proposedBy),
    },
    {
      key: 'when',
      title: t('ledger.when'),
      sort: 'PROPOSED',
      narrow: { kind: 'MOMENT' },
      width: '116px',
      cell: (row) => ago(row.proposed),
    },
    {
      key: 'site',
      title: t('site'),
      sort: 'SITE',
      narrow: { kind: 'SITE' },
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.site,
    },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
      sort: 'STATE',
      narrow: {
        kind: 'CHOICE',
        options: [
          ['PROPOSED', t('adjust.state.PROPOSED')],
          ['APPROVED', t('adjust.state.APPROVED')],
          ['REFUSED', t('adjust.state.REFUSED')],
          ['WITHDRAWN', t('adjust.state.WITHDRAWN')],
        ],
      },
      width: '150px',
      cell: (row) =>
        row.state === 'PROPOSED' && row.askedBack ? (
          t('approval.askedBack')
        ) : (
          <AdjustmentState state={row.state} />
        ),
    },
    {
      key: 'decider',
      title: t('approval.decidedBy'),
      sort: 'DECIDED_BY',
      narrow: { kind: 'TEXT' },
      width: 'minmax(110px, 1fr)',
      cell: (row) => row.decidedBy ?? '',
    },
  ];
}
