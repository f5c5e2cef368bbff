import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { Choice } from '../../kit/Choice';
import { instant } from '../../kit/format';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import type { Column } from '../../kit/sheetColumns';
import { SheetFile } from '../../kit/SheetFile';
import { useAddress } from '../../kit/useAddress';
import { RulesFrame } from './RulesFrame';

type Event = Schemas['SecurityEvent'];

const KINDS = [
  'SIGNED_IN',
  'SIGN_IN_REFUSED',
  'SIGN_IN_BLOCKED',
  'SIGNED_OUT',
  'ACCESS_REFUSED',
  'PERSON_ADDED',
  'RIGHTS_CHANGED',
  'PERSON_CLOSED',
  'PERSON_CHANGED',
  'PASSWORD_SET',
  'PIN_SET',
  'DEVICE_ADDED',
  'DEVICE_ENROLLED',
  'DEVICE_REVOKED',
  'RULE_CHANGED',
] as const satisfies Event['what'][];

/** Who got in, who did not, and who changed what others may do. */
export function SecurityLog() {
  const { t } = useTranslation();
  const { value, change } = useAddress();
  const what = (value('what') || undefined) as Event['what'] | undefined;
  const q = value('q') || undefined;
  const columns: Column<Event>[] = [
    { key: 'at', title: t('security.at'), width: '190px', cell: (row) => instant(row.at) },
    {
      key: 'what',
      title: t('security.what'),
      width: '160px',
      cell: (row) => t(`security.kinds.${row.what}`),
    },
    {
      key: 'who',
      title: t('security.who'),
      width: 'minmax(120px, 1fr)',
      cell: (row) => row.person ?? '–',
    },
    {
      key: 'subject',
      title: t('security.subject'),
      width: 'minmax(130px, 1fr)',
      cell: (row) => row.subject,
    },
    {
      key: 'detail',
      title: t('security.detail'),
      width: 'minmax(180px, 2fr)',
      cell: (row) => <span title={row.detail}>{row.detail}</span>,
    },
    { key: 'device', title: t('security.device'), width: '110px', cell: (row) => row.device },
    { key: 'address', title: t('security.address'), width: '110px', cell: (row) => row.address },
  ];
  return (
    <RulesFrame>
      <Room
        title={t('rules.security')}
        tools={
          <>
            <Choice
              label={t('security.what')}
              value={what ?? ''}
              onChange={(next) => change({ what: next || null })}
              options={[
                ['', t('security.any')],
                ...KINDS.map((one) => [one, t(`security.kinds.${one}`)] as const),
              ]}
            />
            <TextField
              label={t('security.search')}
              value={q ?? ''}
              onChange={(event) => change({ q: event.target.value || null })}
            />
            <Box sx={{ ml: 'auto' }}>
              <SheetFile path="security-log" question={{ what, q }} />
            </Box>
          </>
        }
      >
        <Sheet<Event>
          name="security-log"
          question={[what, q]}
          fetch={(offset, limit) =>
            read(api.GET('/api/security-log', { params: { query: { what, q, offset, limit } } }))
          }
          columns={columns}
          rowKey={(row) => String(row.id)}
          empty={t('security.none')}
        />
      </Room>
    </RulesFrame>
  );
}
