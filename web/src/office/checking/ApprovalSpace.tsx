import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read, type Schemas } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { ago, money } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
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
          <Choice
            label={t('transfer.show')}
            value={waiting ? 'WAITING' : 'ALL'}
            onChange={(next) => change({ show: next === 'ALL' ? 'ALL' : null })}
            options={[
              ['WAITING', t('approval.waiting')],
              ['ALL', t('approval.all')],
            ]}
          />
        }
      >
        <Sheet<Row>
          name="approvals"
          question={[waiting]}
          fetch={(offset, limit) =>
            read(api.GET('/api/approvals', { params: { query: { waiting, offset, limit } } }))
          }
          columns={columns(t)}
          rowKey={(row) => String(row.id)}
          opened={opened}
          onOpen={(row) => change({ open: String(row.id) })}
          empty={t('approval.none')}
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
      width: '100px',
      cell: (row) => <Code strong>{row.number}</Code>,
    },
    {
      key: 'subject',
      title: t('approval.subjectTitle'),
      width: '110px',
      cell: (row) => t(`approval.subject.${row.subject}`),
    },
    {
      key: 'value',
      title: t('adjust.value'),
      width: '100px',
      align: 'right',
      cell: (row) => money(row.value),
    },
    {
      key: 'most',
      title: t('approval.limit'),
      width: '90px',
      align: 'right',
      cell: (row) => money(row.most),
    },
    {
      key: 'by',
      title: t('approval.proposedBy'),
      width: 'minmax(120px, 1fr)',
      cell: (row) => (row.own ? t('approval.you') : row.proposedBy),
    },
    {
      key: 'when',
      title: t('ledger.when'),
      width: '116px',
      cell: (row) => ago(row.proposed),
    },
    { key: 'site', title: t('site'), width: 'minmax(120px, 1fr)', cell: (row) => row.site },
    {
      key: 'state',
      title: t('transfer.stateTitle'),
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
      width: 'minmax(110px, 1fr)',
      cell: (row) => row.decidedBy ?? '',
    },
  ];
}
