import Button from '@mui/material/Button';
import { useTranslation } from 'react-i18next';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { money } from '../../kit/format';
import { pageOf } from '../../kit/pageOf';
import { Room } from '../../kit/Rail';
import { Sheet } from '../../kit/Sheet';
import { SidePanel } from '../../kit/SidePanel';
import { useAddress } from '../../kit/useAddress';
import { useKinds, type Kind } from '../checking/kinds';
import { Accounts } from './Accounts';
import { KindForm } from './KindForm';
import { RulesFrame } from './RulesFrame';
import { FormOf } from './Form';

/** Why goods come in and go out: reason codes, and the house's own movement kinds. */
export function KindRules() {
  const { t } = useTranslation();
  const may = useMay('RULES');
  const { value, change } = useAddress();
  const kinds = useKinds();
  const opened = value('open');
  const one = kinds.data?.find((kind) => String(kind.id) === opened);
  const close = () => change({ open: null });
  const rows = kinds.data ?? [];
  return (
    <RulesFrame>
      <Room
        title={t('rules.reasons')}
        tools={
          <>
            <Button sx={{ ml: 'auto' }} onClick={() => change({ open: 'accounts' })}>
              {t('accounts.title')}
            </Button>
            {may && (
              <Button variant="contained" onClick={() => change({ open: 'new' })}>
                {t('kinds.add')}
              </Button>
            )}
          </>
        }
      >
        <Sheet<Kind>
          name="kinds"
          question={[kinds.dataUpdatedAt]}
          fetch={pageOf(rows)}
          columns={[
            {
              key: 'code',
              title: t('places.code'),
              width: '110px',
              cell: (kind) => <Code strong>{kind.code}</Code>,
            },
            {
              key: 'name',
              title: t('places.name'),
              width: 'minmax(160px, 1.5fr)',
              cell: (kind) => kind.name,
            },
            {
              key: 'purpose',
              title: t('kinds.purposeTitle'),
              width: '132px',
              cell: (kind) => t(`kinds.purpose.${kind.purpose}`),
            },
            {
              key: 'direction',
              title: t('kinds.directionTitle'),
              width: '136px',
              cell: (kind) => t(`kinds.direction.${kind.direction}`),
            },
            {
              key: 'contra',
              title: t('kinds.contraTitle'),
              width: 'minmax(120px, 1fr)',
              cell: (kind) => t(`kinds.contra.${kind.contra}`),
            },
            {
              key: 'limit',
              title: t('kinds.limit'),
              width: '100px',
              align: 'right',
              cell: (kind) => (kind.approvalValue === null ? '–' : money(kind.approvalValue)),
            },
            {
              key: 'fields',
              title: t('kinds.fields'),
              width: 'minmax(140px, 1.4fr)',
              cell: (kind) => kind.fields.map((field) => field.name).join(', '),
            },
            {
              key: 'state',
              title: t('item.state'),
              width: '80px',
              cell: (kind) => (kind.active ? '' : t('item.closed')),
            },
          ]}
          rowKey={(kind) => String(kind.id)}
          opened={opened}
          onOpen={(kind) => change({ open: String(kind.id) })}
          empty={t('kinds.none')}
        />
      </Room>
      {opened === 'accounts' && (
        <SidePanel title={t('accounts.title')} onClose={close}>
          <Accounts />
        </SidePanel>
      )}
      {(opened === 'new' || one) && (
        <SidePanel
          key={opened}
          title={one?.name ?? t('kinds.add')}
          over={one && <Code>{one.code}</Code>}
          onClose={close}
          width={520}
        >
          <FormOf of={one}>
            {(kind) => (
              <KindForm
                kind={kind}
                kinds={rows}
                onDone={(saved) => change({ open: String(saved.id) })}
              />
            )}
          </FormOf>
        </SidePanel>
      )}
    </RulesFrame>
  );
}
