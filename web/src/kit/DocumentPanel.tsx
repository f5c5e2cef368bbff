import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { t } from '../app/words';
import { Amount } from './Amount';
import { Code } from './Code';
import { Drop } from './Drop';
import { FormOf } from './Form';
import { date, instant } from './format';
import { PanelToCome, Part, SidePanel } from './SidePanel';

/**
 * A document beside its table: its head, how far it is, what can be done, its lines, papers and
 * history; or its form while it is changed.
 */
export function DocumentPanel<T extends object>({
  of,
  title,
  over,
  width = 680,
  onClose,
  form,
  children,
}: {
  of: { data?: T; error: unknown };
  title: (card: T) => ReactNode;
  over?: (card: T) => ReactNode;
  width?: number;
  onClose: () => void;
  /** Changes it; called with what others have made of it meanwhile. */
  form?: (card: T, onDone: () => void) => ReactNode;
  children: (card: T, onChange: () => void) => ReactNode;
}) {
  const [changing, setChanging] = useState(false);
  const card = of.data;
  if (!card) {
    return <PanelToCome problem={of.error} onClose={onClose} width={width} />;
  }
  return (
    <SidePanel title={title(card)} over={over?.(card)} onClose={onClose} width={width}>
      {changing && form ? (
        <FormOf of={card as T & { id?: number; version?: number }}>
          {(shown) => shown && form(shown, () => setChanging(false))}
        </FormOf>
      ) : (
        children(card, () => setChanging(true))
      )}
    </SidePanel>
  );
}

/** What is to be known of a document at a glance: one after the other, what is amiss in red. */
export function Glance({ of }: { of: (ReactNode | { amiss: ReactNode })[] }) {
  return (
    <Box sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap', my: 1 }}>
      {of.map((one, i) =>
        one && typeof one === 'object' && 'amiss' in one
          ? one.amiss && (
              <Box key={i} component="b" sx={{ color: 'error.main' }}>
                {one.amiss}
              </Box>
            )
          : one && <span key={i}>{one}</span>,
      )}
    </Box>
  );
}

/** What is printed of a document, or given to another system. */
export function Papers({ links }: { links: readonly (readonly [to: string, word: string])[] }) {
  return (
    <Drop label={t('transfer.papers')} variant="outlined">
      {(close) =>
        links.map(([to, word]) => (
          <Button key={to} component="a" href={to} target="_blank" rel="noreferrer" onClick={close}>
            {word}
          </Button>
        ))
      }
    </Drop>
  );
}

interface Change {
  at: string;
  what: string;
  detail: string | null;
  person: string;
  before?: string | null;
  after?: string | null;
}

/** Everything that was done to a document, as the server tells it. */
export function History({
  changes,
  site,
  word,
  title,
  rank,
  children,
}: {
  changes: readonly Change[];
  /** Where it was done. */
  site?: number;
  word: (what: string) => string;
  title: string;
  rank?: 'h2';
  children?: ReactNode;
}) {
  return (
    <Part title={title} rank={rank}>
      {changes.map((event, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1, py: 0.25 }}>
          <Box sx={{ color: 'text.secondary', width: 150, flexShrink: 0 }}>
            {instant(event.at, site)}
          </Box>
          <Box>
            <b>{word(event.what)}</b>
            {event.detail && ` (${event.detail})`}, {event.person}
            {typeof event.before === 'string' && (
              <Box sx={{ color: 'text.secondary' }}>
                <s>{event.before || t('transfer.nothing')}</s> →{' '}
                {event.after || t('transfer.nothing')}
              </Box>
            )}
          </Box>
        </Box>
      ))}
      {children}
    </Part>
  );
}

/** Goods in a row: where they lie, what tells them apart, how much; and what can be done with them. */
export function GoodsRow({
  of,
  name = of.name,
  reversed,
  quantity = of.quantity,
  beside,
  children,
}: {
  of: {
    name: string;
    place?: string;
    lot: string | null;
    expiry: string | null;
    serial: string | null;
    load: string | null;
    quantity?: string;
    symbol: string;
  };
  name?: ReactNode;
  reversed?: boolean;
  quantity?: string;
  /** What is said of it before how much it is. */
  beside?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 1,
        alignItems: 'center',
        minHeight: 30,
        borderBottom: 1,
        borderColor: 'divider',
        textDecoration: reversed ? 'line-through' : undefined,
      }}
    >
      {of.place && (
        <Box sx={{ width: 95 }}>
          <Code strong>{of.place}</Code>
        </Box>
      )}
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {name}
        <Marks of={of} />
      </Box>
      {beside}
      {quantity && (
        <Box sx={{ minWidth: 64, textAlign: 'right' }}>
          <Amount value={quantity} unit={of.symbol} />
        </Box>
      )}
      {children}
    </Box>
  );
}

/** Marks that tell goods of one item apart. */
export function Marks({
  of,
}: {
  of: { lot: string | null; expiry?: string | null; serial: string | null; load?: string | null };
}) {
  return (
    <>
      {of.lot && (
        <>
          {' · '}
          {t('move.lot')} <Code>{of.lot}</Code>
          {of.expiry && ` (${date(of.expiry)})`}
        </>
      )}
      {of.serial && (
        <>
          {' · '}
          <Code>{of.serial}</Code>
        </>
      )}
      {of.load && ` · ${t('away.load')} ${of.load}`}
    </>
  );
}
