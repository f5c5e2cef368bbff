import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { AddressChoice, AddressSite } from '../../kit/AddressFields';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { CheckPanel } from './CheckPanel';
import { WaitingAges } from './WaitingAges';

/** What waits on docks and at inspection, the longest first: to be checked, or to be put away. */
export function WaitingSpace() {
  const { value } = useAddress();
  const { opened, open, close } = useOpened();
  const asked = {
    site: value('site') ? Number(value('site')) : undefined,
    toCheck: value('show') === 'check',
  };
  const waiting = useQuery(question('/api/waiting', asked));
  const one = waiting.data?.find((row) => row.key === opened);
  const of = columnsOf<Schemas['WaitingRow']>();
  return (
    <TableSpace
      title={t('coming.waiting')}
      name="waiting"
      choices={
        <>
          <AddressChoice
            name="show"
            label={t('inbound.show')}
            options={[
              ['', t('waiting.all')],
              ['check', t('waiting.toCheck')],
            ]}
          />
          <AddressSite name="site" />
        </>
      }
      over={<WaitingAges rows={waiting.data ?? []} />}
      question={asked}
      rows={waiting}
      columns={[
        of.ago('since', t('waiting.since'), 130),
        of.text('name', t('item.item'), 180, { grow: 2 }),
        of.shown('mark', t('waiting.mark'), 130, (row) => <Code>{row.lot ?? row.serial}</Code>),
        of.amount('quantity', t('quantity'), 100),
        of.code('place', t('bin'), 100),
        of.text('site', t('site'), 110, { grow: 1 }),
        of.choice('condition', t('waiting.next'), 130, (condition) => t(`waiting.${condition}`), {
          cell: (row) => (
            <Box component="span" sx={{ fontWeight: row.condition === 'ON_HOLD' ? 700 : 400 }}>
              {t(`waiting.${row.condition}`)}
            </Box>
          ),
        }),
        of.code('document', t('inbound.number'), 105),
      ]}
      rowKey={(row) => row.key}
      onOpen={(row) => open(row.key)}
      none={t('waiting.none')}
    >
      {one && <CheckPanel key={one.key} row={one} onClose={close} />}
    </TableSpace>
  );
}
