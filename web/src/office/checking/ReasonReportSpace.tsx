import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import type { operations } from '../../api/schema';
import { optionsOf } from '../../kit/Choice';
import { AddressChoice, AddressSite } from '../../kit/AddressFields';
import { Bars } from '../../kit/Bars';
import { columnsOf } from '../../kit/columns';
import { everyOf } from '../../kit/everyOf';
import { money, quantity } from '../../kit/format';
import { daysAgo } from '../../kit/spans';
import { TableSpace } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { PURPOSES, useKinds, type Purpose } from './kinds';

type Row = Schemas['ReasonReportRow'];
type Asked = operations['reportReasons']['parameters']['query'];
type By = Asked['by'];

const BY = everyOf<Exclude<By, 'FIELD'>>()([
  'REASON',
  'ITEM',
  'CATEGORY',
  'MONTH',
  'SITE',
  'PERSON',
]);
const BARS = 10;

/** What reasons and movement kinds came to: told apart by one thing, summed, and to look at. */
export function ReasonReportSpace() {
  const { value } = useAddress();
  const kinds = useKinds();
  const purpose = PURPOSES.find((one) => one === value('purpose')) ?? 'SCRAP';
  const kind = Number(value('kind')) || undefined;
  const field = Number(/^FIELD:(\d+)$/.exec(value('by'))?.[1]) || undefined;
  const by = BY.find((one) => one === value('by')) ?? 'REASON';
  const asked: Asked = {
    purpose,
    kind,
    by: field ? 'FIELD' : by,
    field,
    sum: Number(value('sum')) || undefined,
    site: value('site') ? Number(value('site')) : undefined,
    after: daysAgo(Number(value('days')) || 365),
    before: daysAgo(-1),
  };
  const report = useQuery(question('/api/reason-report', asked));
  const list = report.data?.rows ?? [];
  const fields = report.data?.fields ?? [];
  const nameOf = (one: (typeof fields)[number]) => (kind ? one.name : `${one.name} (${one.kind})`);
  const summed = fields.find((one) => one.id === asked.sum);
  const dividing = fields.find((one) => one.id === field)?.name ?? t(`reasonReport.by.${by}`);
  const label = (row: Row) => row.label || t('reasonReport.notFilledIn');
  const worth = (row: Row) => row.outValue + row.inValue;
  const both = list.some((row) => row.inValue !== 0) && list.some((row) => row.outValue !== 0);
  const comesIn = !both && list.some((row) => row.inValue !== 0);
  const of = columnsOf<Row>();
  return (
    <TableSpace
      title={t('checking.reasonReport')}
      name="reason-report"
      memory={`reason-report.${asked.by}`}
      choices={
        <>
          <AddressChoice
            name="purpose"
            label={t('kinds.purposeTitle')}
            start="SCRAP"
            clears={['kind', 'by', 'sum']}
            options={optionsOf<Purpose>(PURPOSES, (one) => t(`kinds.purpose.${one}`))}
          />
          <AddressChoice
            name="kind"
            label={t('adjust.reason')}
            start=""
            clears={['by', 'sum']}
            options={[
              ['', t('adjust.anyReason')],
              ...(kinds.data ?? [])
                .filter((one) => one.purpose === purpose)
                .map((one) => [String(one.id), one.name] as const),
            ]}
          />
          <AddressChoice
            name="by"
            label={t('onHand.by')}
            start="REASON"
            options={[
              ...optionsOf(BY, (one) => t(`reasonReport.by.${one}`)),
              ...fields.map((one) => [`FIELD:${one.id}`, nameOf(one)] as const),
            ]}
          />
          {fields.some((one) => one.type === 'NUMBER') && (
            <AddressChoice
              name="sum"
              label={t('reasonReport.sum')}
              start=""
              options={[
                ['', t('reasonReport.noSum')],
                ...fields
                  .filter((one) => one.type === 'NUMBER')
                  .map((one) => [String(one.id), nameOf(one)] as const),
              ]}
            />
          )}
          <AddressChoice
            name="days"
            label={t('usage.span')}
            start="365"
            options={optionsOf(['30', '90', '365'], (one) =>
              t('usage.days', { count: Number(one) }),
            )}
          />
          <AddressSite name="site" />
        </>
      }
      actions={
        <Button
          variant="contained"
          component={Link}
          to={`/office/checking/adjustments?open=new&why=${purpose}`}
        >
          {t(`reasonReport.add.${purpose}`)}
        </Button>
      }
      over={
        <Bars
          title={t(`reasonReport.title.${purpose}`, {
            value: money(list.reduce((sum, row) => sum + worth(row), 0)),
          })}
          bars={list
            .slice(0, BARS)
            .map((row) => ({ key: row.label, label: label(row), value: worth(row) }))}
        />
      }
      question={asked}
      rows={{ ...report, data: report.data?.rows }}
      columns={[
        of.text('label', dividing, 220, { grow: 2, cell: label }),
        ...(asked.by === 'ITEM'
          ? [
              of.code('code', t('item.code'), 100),
              of.amount('out', t('adjust.figure.OUT'), 110),
              of.amount('in', t('adjust.figure.IN'), 110),
            ]
          : []),
        of.count('times', t('reasonReport.times'), 80, { total: true }),
        ...(summed
          ? [
              of.count('sum', summed.name, 110, {
                cell: (row) => (row.sum === null ? '–' : quantity(String(row.sum))),
              }),
            ]
          : []),
        ...(comesIn
          ? []
          : [of.money('outValue', t('reasonReport.outValue'), 120, { total: true })]),
        ...(both || comesIn
          ? [of.money('inValue', t('reasonReport.inValue'), 120, { total: true })]
          : []),
      ]}
      rowKey={(row) => `${row.label} ${row.code}`}
      opens={false}
      file="reason-report"
      none={t('reasonReport.none')}
    />
  );
}
