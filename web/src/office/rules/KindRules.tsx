import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { useMay } from '../../app/session';
import { columnsOf } from '../../kit/columns';
import { FormPanel } from '../../kit/FormPanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useKinds, type Kind } from '../checking/kinds';
import { Accounts } from './Accounts';
import { KindForm } from './KindForm';

/** Why goods come in and go out: reason codes, and the house's own movement kinds. */
export function KindRules() {
  const may = useMay('RULES');
  const { opened, id, open, close } = useOpened();
  const kinds = useKinds();
  const one = kinds.data?.find((kind) => kind.id === id);
  const of = columnsOf<Kind>();
  return (
    <TableSpace
      title={t('rules.reasons')}
      name="kinds"
      actions={
        <>
          <Button onClick={() => open('accounts')}>{t('accounts.title')}</Button>
          {may && (
            <Button variant="contained" onClick={() => open('new')}>
              {t('kinds.add')}
            </Button>
          )}
        </>
      }
      rows={kinds}
      columns={[
        of.number('code', t('places.code'), 110),
        of.text('name', t('places.name'), 160, { grow: 1.5 }),
        of.choice('purpose', t('kinds.purposeTitle'), 132, (one) => t(`kinds.purpose.${one}`)),
        of.choice('direction', t('kinds.directionTitle'), 136, (one) =>
          t(`kinds.direction.${one}`),
        ),
        of.choice('contra', t('kinds.contraTitle'), 120, (one) => t(`kinds.contra.${one}`), {
          grow: 1,
        }),
        of.money('approvalValue', t('kinds.limit'), 100),
        of.shown(
          'fields',
          t('kinds.fields'),
          140,
          (kind) => kind.fields.map((field) => field.name).join(', '),
          { grow: 1.4 },
        ),
        of.shown('active', t('item.state'), 80, (kind) => (kind.active ? '' : t('item.closed'))),
      ]}
      none={t('kinds.none')}
      panels={{ accounts: { title: t('accounts.title'), show: () => <Accounts /> } }}
    >
      {(opened === 'new' || one) && (
        <FormPanel
          key={opened}
          of={one}
          title={one?.name ?? t('kinds.add')}
          onClose={close}
          logged={one && ['reasons', one.code]}
          width={520}
        >
          {(kind) => (
            <KindForm kind={kind} kinds={kinds.data ?? []} onDone={(saved) => open(saved.id)} />
          )}
        </FormPanel>
      )}
    </TableSpace>
  );
}
