import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressText } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { TableSpace } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';

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
  const { value } = useAddress();
  const { q } = useList().question;
  const what = (value('what') || undefined) as Event['what'] | undefined;
  const word = (kind: Event['what']) => t(`security.kinds.${kind}`);
  const of = columnsOf<Event>();
  return (
    <TableSpace
      title={t('rules.security')}
      name="security-log"
      choices={
        <>
          <AddressChoice
            name="what"
            label={t('security.what')}
            options={optionsOf(KINDS, word, t('security.any'))}
          />
          <AddressText name="q" label={t('security.search')} />
        </>
      }
      question={{ what, q }}
      fetch={(query) => get('/api/security-log', query)}
      columns={[
        of.moment('at', t('security.at'), 190),
        of.choice('what', t('security.what'), 160, word),
        of.text('person', t('security.who'), 120, { grow: 1, cell: (row) => row.person ?? '–' }),
        of.text('subject', t('security.subject'), 130, { grow: 1 }),
        of.text('detail', t('security.detail'), 180, {
          grow: 2,
          cell: (row) => <span title={row.detail}>{row.detail}</span>,
        }),
        of.text('device', t('security.device'), 110),
        of.text('address', t('security.address'), 110),
      ]}
      opens={false}
      file="security-log"
      none={t('security.none')}
    />
  );
}
