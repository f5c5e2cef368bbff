import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { optionsById } from '../../kit/Choice';
import { AddressChoice } from '../../kit/AddressFields';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { FormPanel } from '../../kit/FormPanel';
import { quantity } from '../../kit/format';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { PutAwayForm } from './PutAwayForm';

type Rule = Schemas['PutAwayRuleCard'];

/** Where goods go, as rules, and how full the places are that they name. */
export function PutAwayRules() {
  const may = useMay('RULES');
  const sites = useSites();
  const binned = sites.data?.filter((one) => one.binned) ?? [];
  const { value } = useAddress();
  const { opened, id, open, close } = useOpened();
  const site = binned.find((one) => String(one.id) === value('site')) ?? binned[0];
  const rules = useQuery({
    ...question('/api/put-away/rules', { site: site?.id ?? 0 }),
    enabled: !!site,
  });
  const one = rules.data?.find((rule) => rule.id === id);
  return (
    <TableSpace
      title={t('rules.put-away')}
      name="put-away"
      choices={
        <AddressChoice
          name="site"
          label={t('site')}
          options={optionsById(binned)}
          clears={['open']}
        />
      }
      actions={
        may &&
        site && (
          <Button variant="contained" onClick={() => open('new')}>
            {t('putAway.add')}
          </Button>
        )
      }
      over={<Box sx={{ color: 'text.secondary', mb: 1 }}>{t('putAway.help')}</Box>}
      rows={site || !sites.data ? rules : { data: [] }}
      columns={columns()}
      first="goods"
      none={t('putAway.none')}
    >
      {site && (opened === 'new' || one) && (
        <FormPanel
          key={opened}
          of={one}
          title={t(one ? 'putAway.rule' : 'putAway.add')}
          onClose={close}
          width={500}
        >
          {(rule) => <PutAwayForm site={site} rule={rule} onDone={rule ? undefined : close} />}
        </FormPanel>
      )}
    </TableSpace>
  );
}

function columns() {
  const of = columnsOf<Rule>();
  const goods = (row: Rule) =>
    row.item ? (
      <>
        <Code>{row.item}</Code> {row.name}
      </>
    ) : (
      `${t('item.category')}: ${row.category}`
    );
  const capacity = (row: Rule) =>
    row.capacityPacks === null ? (
      '–'
    ) : row.capacityPack ? (
      `${quantity(row.capacityPacks)} ${row.capacityPack}`
    ) : (
      <Amount value={row.capacity} unit={row.symbol} />
    );
  return [
    of.shown('goods', t('putAway.goods'), 170, goods, {
      grow: 1.6,
      // Rules for categories come after those for items; within both, the first to be tried first.
      value: (row) => `${row.item ? `0 ${row.item}` : `1 ${row.category}`} ${row.priority}`,
    }),
    of.count('priority', t('putAway.priority'), 70),
    of.shown(
      'place',
      t('putAway.to'),
      100,
      (row) => (row.place ? <Code strong>{row.place}</Code> : row.area),
      { grow: 1, value: (row) => (row.place ? `0 ${row.place}` : `1 ${row.area}`) },
    ),
    of.shown('capacity', t('putAway.capacity'), 100, capacity, {
      align: 'right',
      value: (row) => Number(row.capacity),
    }),
    of.amount('used', t('putAway.used'), 80),
    of.amount('free', t('putAway.free'), 80, {
      cell: (row) => (row.free === null ? '' : <Amount value={row.free} unit={row.symbol} />),
    }),
    of.shown('full', t('putAway.full'), 110, (row) => <Full percent={row.percent} />, {
      value: (row) => row.percent,
    }),
    of.shown('active', t('item.state'), 70, (row) => (row.active ? '' : t('putAway.off'))),
  ];
}

/** How full a place is; nothing where nobody said how much it takes. */
function Full({ percent }: { percent: number | null }) {
  return (
    percent !== null && (
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 44px', gap: 1 }}>
        <Box sx={{ border: '1px solid', height: 10, alignSelf: 'center' }}>
          <Box
            sx={{
              width: `${Math.min(100, percent)}%`,
              height: '100%',
              bgcolor: percent > 100 ? 'error.main' : 'text.primary',
            }}
          />
        </Box>
        <Box sx={{ textAlign: 'right' }}>{percent} %</Box>
      </Box>
    )
  );
}
