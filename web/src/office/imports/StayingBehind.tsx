import MuiLink from '@mui/material/Link';
import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { columnsOf } from '../../kit/columns';
import { Sheet } from '../../kit/Sheet';

type Row = Schemas['StayingBehind'];

const PAGES: Record<Row['kind'], string> = {
  PICKED_ORDER: 'coming/outbound',
  JOB: 'coming/outbound',
  SUPPLIER_RETURN: 'coming/returns',
  TRANSFER: 'coming/transfers',
  LOAN: 'checking/loans',
  REQUISITION: 'running-low/requisitions',
};

/** What would not move with the house, each with the way to where it is finished. */
export function StayingBehind() {
  const of = columnsOf<Row>();
  return (
    <>
      <Box sx={{ mb: 1.5 }}>{t('staying.what')}</Box>
      <Box sx={{ height: '70vh', display: 'flex' }}>
        <Sheet<Row>
          name="staying-behind"
          fetch={(page) => get('/api/tables/staying-behind', page)}
          columns={[
            of.choice('kind', t('staying.kind'), 160, (kind) => t(`staying.kinds.${kind}`)),
            of.shown('number', t('staying.number'), 120, (row) => (
              <MuiLink component={Link} to={`/office/${PAGES[row.kind]}?open=${row.id}`}>
                {row.number}
              </MuiLink>
            )),
            of.text('site', t('site'), 70),
            of.text('about', t('staying.about'), 180, { grow: 1 }),
          ]}
          rowKey={(row) => `${row.kind} ${row.id}`}
          empty={t('staying.none')}
        />
      </Box>
    </>
  );
}
