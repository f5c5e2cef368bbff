import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { get, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { t } from '../../app/words';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { FormPanel } from '../../kit/FormPanel';
import { count } from '../../kit/format';
import { byItem } from '../../kit/ListFilters';
import { PanelToCome } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { useMany } from '../imports/useMany';
import { placeWord } from './PolicyPlace';
import { KINDS } from './PolicyFields';
import { PolicyForm } from './PolicyForm';

type Policy = Schemas['Policy'];

/** By which policies items are kept in stock: of the house, of categories, of single items. */
export function PolicyRules() {
  const may = useMay('RULES');
  const { value } = useAddress();
  const { opened, id, open, close } = useOpened(['item', 'at']);
  const list = useList<'listPolicies'>();
  const card = useQuery({
    ...question('/api/replenishment/policies/{policy}', { policy: id }),
    enabled: id > 0,
  });
  const of = columnsOf<Policy>();
  const sites = useSites();
  const many = useMany<Policy>('policies', ['item', 'category', 'site', 'group'], (row) => [
    row.item ?? '',
    row.category,
    sites.data?.find((one) => one.id === row.siteId)?.code ?? '',
    row.group ?? '',
  ]);
  const figure = (key: 'point' | 'quantity' | 'upTo') => (row: Policy) =>
    !shows(row, key) ? (
      '–'
    ) : row.figures[key] ? (
      <Amount value={row.figures[key]} unit={row.symbol} />
    ) : (
      t('policy.computed')
    );
  return (
    <TableSpace
      title={t('rules.replenishment')}
      name="policies"
      list={list}
      search={t('policy.search')}
      hidden={[byItem()]}
      actions={
        may && (
          <Button variant="contained" onClick={() => open('new')}>
            {t('policy.add')}
          </Button>
        )
      }
      over={many.bar}
      ticks={many.ticks}
      question={list.question}
      fetch={(query) => get('/api/replenishment/policies', query)}
      columns={[
        of.shown('goods', t('policy.for'), 220, (row) => goods(row), { sort: 'ITEM', grow: 2 }),
        of.site('site', t('site'), 130, {
          by: 'SITE',
          grow: 1,
          cell: placeWord,
        }),
        of.shown(
          'kind',
          t('policy.kindTitle'),
          170,
          (row) => t(`policy.kind.${row.figures.kind}`),
          {
            sort: 'KIND',
            narrow: {
              kind: 'CHOICE',
              options: KINDS.map((one) => [one, t(`policy.kind.${one}`)] as const),
            },
          },
        ),
        of.shown('point', t('policy.point'), 110, figure('point'), {
          align: 'right',
          sort: 'POINT',
        }),
        of.shown('quantity', t('policy.quantity'), 110, figure('quantity'), {
          align: 'right',
          sort: 'QUANTITY',
        }),
        of.shown('upTo', t('policy.upTo'), 110, figure('upTo'), { align: 'right', sort: 'UP_TO' }),
        of.shown(
          'service',
          t('policy.serviceTitle'),
          80,
          (row) => (shows(row, 'point') ? `${count(row.figures.servicePercent)} %` : '–'),
          { align: 'right', sort: 'SERVICE' },
        ),
      ]}
      none={t('policy.none')}
      noMatch={t('policy.noMatch')}
      panels={{
        new: may && {
          title: t('policy.add'),
          width: 560,
          show: () => (
            <PolicyForm
              item={value('item')}
              site={value('at')}
              onDone={(saved) => open(saved.id)}
            />
          ),
        },
      }}
    >
      {many.panel}
      {id > 0 &&
        (card.data ? (
          <FormPanel
            key={opened}
            of={card.data}
            title={goods(card.data)}
            width={700}
            logged={['policies', [card.data.item ?? '', card.data.category].join(' · ')]}
            onClose={close}
          >
            {(policy) => <PolicyForm policy={policy} onRemoved={close} />}
          </FormPanel>
        ) : (
          <PanelToCome problem={card.error} onClose={close} />
        ))}
    </TableSpace>
  );
}

/** Whether a figure is of any use to a kind of policy. */
function shows({ figures: { kind } }: Policy, key: 'point' | 'quantity' | 'upTo'): boolean {
  return (
    (kind === 'POINT_AND_QUANTITY' && key !== 'upTo') ||
    (kind === 'POINT_AND_UP_TO' && key !== 'quantity')
  );
}

function goods(policy: Policy) {
  return policy.item ? (
    <>
      <Code strong>{policy.item}</Code> {policy.name}
    </>
  ) : policy.category ? (
    `${t('item.category')}: ${policy.category}`
  ) : (
    t('policy.house')
  );
}
