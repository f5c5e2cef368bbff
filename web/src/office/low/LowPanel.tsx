import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { DocumentPanel, Glance } from '../../kit/DocumentPanel';
import { Facts } from '../../kit/Facts';
import { count, date, instant } from '../../kit/format';
import { plus } from '../../kit/sums';
import { Part } from '../../kit/SidePanel';
import { StepChart } from '../../kit/charts/StepChart';
import { FindingWord, proposed } from './lowParts';
import { ProposalForm } from './ProposalForm';

type Card = Schemas['LowItemCard'];
type Reason = Schemas['ReplenishmentReason'];

/** One item at a site: its course, what is proposed, and why. */
export function LowPanel({
  item,
  site,
  onClose,
}: {
  item: number;
  site: number;
  onClose: () => void;
}) {
  const card = useQuery(question('/api/replenishment/items/{item}/at/{site}', { item, site }));
  return (
    <DocumentPanel
      of={card}
      width={700}
      title={(one) => one.name}
      over={(one) => (
        <>
          <Code>{one.item}</Code> · {one.site}
        </>
      )}
      onClose={onClose}
    >
      {(one) => (
        <>
          <Glance
            of={[
              <FindingWord key="finding" of={one.finding} />,
              one.runsOut && { amiss: `${t('low.runsOut')} ${date(one.runsOut)}` },
              one.lastDayToOrder && `${t('low.orderBy')} ${date(one.lastDayToOrder)}`,
            ]}
          />
          {one.failure && <Box sx={{ color: 'error.main' }}>{one.failure}</Box>}
          <CourseOf card={one} />
          <Part title={t('low.proposals')}>
            {one.open.length === 0 && (
              <Box sx={{ color: 'text.secondary' }}>{t('low.noProposals')}</Box>
            )}
            {one.open.map((proposal) => (
              <ProposalForm key={proposal.id} proposal={proposal} />
            ))}
          </Part>
          {one.reason && <Why card={one} reason={one.reason} />}
          <DueAndAsked card={one} />
          <Decided card={one} />
        </>
      )}
    </DocumentPanel>
  );
}

/**
 * What is expected, as far as it says something: what goes on falling long after nothing is left
 * would press what has been into a line.
 */
function beforeNothingIsLeft({ past, ahead, reason }: Card) {
  const highest = Math.max(...past.map((day) => day.stock), Number(reason?.point ?? 0));
  return ahead.slice(0, ahead.findLastIndex((day) => day.stock >= -highest / 2) + 2);
}

/** Stock as it went and as it will go, if nothing more is ordered. */
function CourseOf({ card }: { card: Card }) {
  const past = card.past;
  // Today ends the past and begins what is expected.
  const ahead = beforeNothingIsLeft(card).slice(past.length > 0 ? 1 : 0);
  const none = (of: readonly unknown[]) => of.map(() => null);
  const reason = card.reason;
  const levels = [
    ...(reason?.point ? [{ label: t('low.point'), value: Number(reason.point) }] : []),
    ...(reason && reason.safetyStock > 0
      ? [{ label: t('low.safety'), value: reason.safetyStock, atEnd: true }]
      : []),
  ];
  return (
    <StepChart
      title={t('low.course', { name: card.name })}
      days={[...past, ...ahead].map((day) => day.day)}
      courses={[
        {
          key: 'past',
          label: t('low.coursePast'),
          values: [...past.map((day) => day.stock), ...none(ahead)],
        },
        {
          key: 'ahead',
          label: t('low.courseAhead'),
          broken: true,
          values: [
            ...none(past.slice(1)),
            ...(past.length > 0 ? [past[past.length - 1].stock] : []),
            ...ahead.map((day) => day.stock),
          ],
        },
      ]}
      levels={levels}
      marks={card.lastDayToOrder ? [{ label: t('low.orderBy'), day: card.lastDayToOrder }] : []}
    />
  );
}

function Why({ card, reason }: { card: Card; reason: Reason }) {
  const figure = (value: string) => count(Number(value)).replace('-', '−');
  const unit = (value: string) => `${figure(value)} ${card.symbol}`;
  const policy = [
    t(`low.policyIs.${reason.scope}`, { category: card.policy.category }),
    card.policy.site && t('low.atSite', { site: card.policy.site }),
    card.policy.group && t('policy.together', { group: card.policy.group }),
  ].filter(Boolean);
  const demand = [
    t('low.demandIs', {
      pattern: t(`low.pattern.${reason.pattern}`),
      interval: count(reason.interval),
      variation: count(reason.variation),
      counted: count(reason.daysCounted),
    }),
    reason.daysLeftOut > 0 && t('low.leftOut', { count: reason.daysLeftOut }),
  ].filter(Boolean);
  const lead = t('low.leadDays', {
    days: count(reason.leadDays),
    deviation: count(reason.leadDeviation),
  });
  const seen =
    reason.leadsSeen === 0 ? t('low.leadStated') : t('low.leadSeen', { count: reason.leadsSeen });
  return (
    <Part title={t('low.why')}>
      {reason.point !== null && (
        <Box sx={{ fontSize: 18, mb: 1 }}>
          {t('low.whyPoint', {
            perDay: count(reason.perDay),
            deviation: count(reason.deviation),
            lead: count(reason.leadDays),
            review: reason.reviewDays,
            leadDeviation: count(reason.leadDeviation),
            service: count(reason.servicePercent),
            point: figure(reason.workedPoint),
          })}
          {reason.pointFixed && (
            <Box sx={{ fontSize: 14 }}>
              {t('low.fixedPoint', { point: unit(reason.point), worked: unit(reason.workedPoint) })}
            </Box>
          )}
        </Box>
      )}
      <Facts
        width={140}
        facts={[
          [t('policy.kindTitle'), `${t(`policy.kind.${reason.kind}`)} (${policy.join(' ')})`],
          [t('low.patternTitle'), demand.join('; ')],
          [t('low.leadTime'), `${lead}, ${seen}`],
          [
            t('low.position'),
            t('low.positionIs', {
              free: figure(reason.free),
              coming: figure(reason.coming),
              promised: figure(reason.promised),
              level: unit(reason.level),
            }),
          ],
          [t('low.upTo'), reason.upTo && unit(reason.upTo)],
          [
            t('low.orderFor'),
            reason.orderFor &&
              `${unit(reason.orderFor)}, ${reason.orderForFixed ? t('low.causeFixed') : t(`low.cause.${reason.cause}`)}`,
          ],
          [
            t('low.multiple'),
            Number(reason.minimum) > 0 || Number(reason.multiple) > 0
              ? t('low.multipleIs', {
                  minimum: unit(reason.minimum),
                  multiple: unit(reason.multiple),
                })
              : null,
          ],
        ]}
      />
      <Box sx={{ mt: 1 }}>
        <Link to={`/office/rules/replenishment?open=${reason.policyId}`}>{t('policy.one')}</Link>
        {' · '}
        <Link to={`/office/rules/replenishment?open=new&item=${card.item}&at=${card.siteId}`}>
          {t('policy.forItem')}
        </Link>
        {' · '}
        <Link to={`/office/on-hand?open=item:${card.itemId}`}>{t('space.onHand')}</Link>
      </Box>
    </Part>
  );
}

function DueAndAsked({ card }: { card: Card }) {
  const rows = [
    ...card.due.map((one) => ({ ...one, word: 'low.dueOn' as const })),
    ...card.asked.map((one) => ({
      ...one,
      quantity: plus(one.missing, one.reserved),
      word: 'low.askedFor' as const,
    })),
  ];
  return (
    rows.length > 0 && (
      <Part title={t('low.dueAndAsked')}>
        {rows.map((one) => (
          <Box
            key={`${one.word} ${one.document}`}
            sx={{ display: 'grid', gridTemplateColumns: '110px 1fr 110px', minHeight: 28 }}
          >
            <Code>{one.document}</Code>
            <Box>{t(one.word, { day: one.day ? date(one.day) : t('low.noDay') })}</Box>
            <Box sx={{ textAlign: 'right' }}>
              {one.word === 'low.askedFor' && '− '}
              <Amount value={one.quantity} unit={card.symbol} />
            </Box>
          </Box>
        ))}
      </Part>
    )
  );
}

function Decided({ card }: { card: Card }) {
  return (
    card.decided.length > 0 && (
      <Part title={t('low.decided')}>
        {card.decided.map((one) => (
          <Box key={one.id}>
            {instant(one.made)}: {proposed(one)}. <b>{t(`low.decidedAs.${one.state}`)}</b>
            {[one.decidedBy, one.note, one.document].filter(Boolean).map((word) => `, ${word}`)}
          </Box>
        ))}
      </Part>
    )
  );
}
