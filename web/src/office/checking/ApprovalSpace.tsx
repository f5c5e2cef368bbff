import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { AddressChoice } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { AdjustmentFacts } from './AdjustmentPanel';
import { AdjustmentState } from './AdjustmentState';
import { ApprovalActions } from './ApprovalActions';

type Row = Schemas['Approval'];

const SUBJECTS = ['ADJUSTMENT', 'SCRAP', 'COUNT', 'WRITE_OFF'] as const;
const STATES = ['PROPOSED', 'APPROVED', 'REFUSED', 'WITHDRAWN'] as const;

/** What waits for someone else to agree, whatever it is. */
export function ApprovalSpace() {
  const { value } = useAddress();
  const { id, close } = useOpened();
  const list = useList<'listApprovals'>();
  const card = useQuery({
    ...question('/api/approvals/{approval}', { approval: id }),
    enabled: id > 0,
  });
  const one = card.data?.approval;
  return (
    <TableSpace
      title={t('checking.approvals')}
      name="approvals"
      list={list}
      search={t('approval.search')}
      choices={
        <AddressChoice
          name="show"
          label={t('transfer.show')}
          options={[
            ['WAITING', t('approval.waiting')],
            ['ALL', t('approval.all')],
          ]}
        />
      }
      question={{ waiting: value('show') !== 'ALL', ...list.question }}
      fetch={(query) => get('/api/approvals', query)}
      columns={columns()}
      none={t('approval.none')}
      noMatch={t('approval.noMatch')}
    >
      {one && (
        <SidePanel
          key={one.id}
          title={one.number}
          over={`${t(`approval.subject.${one.subject}`)} · ${one.site}`}
          onClose={close}
          width={520}
        >
          <ApprovalActions approval={one.id} />
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
    </TableSpace>
  );
}

function Subject({ adjustment }: { adjustment: number }) {
  const card = useQuery(question('/api/adjustments/{adjustment}', { adjustment }));
  return card.data ? <AdjustmentFacts card={card.data} /> : null;
}

function columns() {
  const of = columnsOf<Row>();
  return [
    of.number('number', t('count.number'), 100, { by: 'NUMBER' }),
    of.choice('subject', t('approval.subjectTitle'), 110, (one) => t(`approval.subject.${one}`), {
      by: 'SUBJECT',
      of: SUBJECTS,
    }),
    of.money('value', t('adjust.value'), 100, { by: 'VALUE', total: true }),
    of.money('most', t('approval.limit'), 90, { by: 'MOST' }),
    of.text('proposedBy', t('approval.proposedBy'), 120, {
      by: 'PROPOSED_BY',
      grow: 1,
      cell: (row) => (row.own ? t('approval.you') : row.proposedBy),
    }),
    of.ago('proposed', t('ledger.when'), 116, { by: 'PROPOSED' }),
    of.site('site', t('site'), 120, { by: 'SITE', grow: 1 }),
    of.choice('state', t('transfer.stateTitle'), 150, (one) => t(`adjust.state.${one}`), {
      by: 'STATE',
      of: STATES,
      cell: (row) =>
        row.state === 'PROPOSED' && row.askedBack ? (
          t('approval.askedBack')
        ) : (
          <AdjustmentState state={row.state} />
        ),
    }),
    of.text('decidedBy', t('approval.decidedBy'), 110, { by: 'DECIDED_BY', grow: 1 }),
  ];
}
