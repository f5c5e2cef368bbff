import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { keyframes } from '@mui/material/styles';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { ItemPicture } from '../kit/ItemPicture';
import { Listed, Marks, Row, Warning } from './Parts';
import { ChangeLine } from './ChangeLine';

type Line = Schemas['FloorCountLine'];
type Missed = Schemas['FloorNotFound'][];

const arrive = keyframes`from { opacity: 0; transform: translateX(-12px) } to { transform: none }`;

/** What was counted here, by everyone; one's own lines can be corrected. */
export function CountLines({
  lines,
  opened,
  onOpen,
  onCorrect,
  withPlace,
}: {
  lines: Line[];
  opened: number | null;
  onOpen: (line: number | null) => void;
  onCorrect: (line: number, quantity: string | null) => void;
  withPlace: boolean;
}) {
  if (lines.length === 0) {
    return null;
  }
  return (
    <Listed head={t('counting.counted', { count: lines.length })}>
      {lines.map((line) => (
        <Box
          key={line.id}
          data-line={line.item}
          sx={{
            bgcolor: 'background.paper',
            animation: line.mine ? undefined : `${arrive} 240ms ease-out`,
          }}
        >
          <Row
            start={
              <ItemPicture item={line.itemId} picture={line.picture} name={line.name} size={48} />
            }
            title={
              <>
                {withPlace && <Code strong>{line.place}</Code>} {line.name}
              </>
            }
            detail={
              <>
                <Marks of={line} />
                {!line.mine && (
                  <Box sx={{ fontSize: 15, fontWeight: 600, color: 'text.primary' }}>
                    {t('counting.by', { name: line.person })}
                  </Box>
                )}
              </>
            }
            end={
              <>
                {line.serial ? (
                  '✓'
                ) : Number(line.quantity) === 0 ? (
                  '0'
                ) : (
                  <Amount value={line.quantity} unit={line.symbol} />
                )}
                {line.mine && (
                  <Button
                    aria-label={t('counting.change', { name: line.name })}
                    aria-expanded={opened === line.id}
                    onClick={() => onOpen(opened === line.id ? null : line.id)}
                    sx={{ minHeight: 52, minWidth: 52, fontSize: 24, p: 0 }}
                  >
                    ⋯
                  </Button>
                )}
              </>
            }
          />
          {opened === line.id && (
            <ChangeLine
              line={line}
              label={t('counting.figure', { unit: line.symbol })}
              change={t('counting.correct')}
              remove={t('counting.remove')}
              onChange={(amount) => onCorrect(line.id, amount)}
            />
          )}
        </Box>
      ))}
    </Listed>
  );
}

function Missing({ of, here }: { of: Missed[number]; here: string | null }) {
  return (
    <Row
      start={<ItemPicture item={of.itemId} picture={of.picture} name={of.name} size={48} />}
      title={of.name}
      detail={<Marks of={of} place={of.place === here ? null : of.place} />}
      end={of.quantity !== null && !of.serial && <Amount value={of.quantity} unit={of.symbol} />}
    />
  );
}

/** What the book has here and nobody has scanned yet, where that may be told. */
export function NotFound({
  notFound,
  none,
  here,
}: {
  notFound: Missed;
  /** Whether nothing at all was counted. */
  none: boolean;
  here: string | null;
}) {
  if (notFound.length === 0) {
    return null;
  }
  return (
    <Listed head={t(none ? 'counting.bookHasHere' : 'counting.notYet', { count: notFound.length })}>
      {notFound.map((one, i) => (
        <Missing key={i} of={one} here={here} />
      ))}
    </Listed>
  );
}

/** The question before anything is stated as not there: what it would be, with pictures. */
export function Asked({
  notFound,
  where,
  here,
}: {
  notFound: Missed;
  where: string;
  here: string | null;
}) {
  return (
    <Warning>
      <Box component="h1" sx={{ typography: 'h1', fontSize: 26, m: 0, mb: 0.5 }}>
        {t('counting.ask', { where, count: notFound.length })}
      </Box>
      <Box sx={{ fontSize: 17, mb: 0.5 }}>{t('counting.askWhy')}</Box>
      {notFound.map((one, i) => (
        <Missing key={i} of={one} here={here} />
      ))}
    </Warning>
  );
}
