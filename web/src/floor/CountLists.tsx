import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { keyframes } from '@mui/material/styles';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { date } from '../kit/format';
import { ItemPicture } from '../kit/ItemPicture';
import { ListHead, Warning } from './Parts';
import { soFar } from '../kit/numbers';
import { NumberField } from '../kit/NumberField';

type Line = Schemas['FloorCountLine'];
type Missed = Schemas['FloorNotFound'][];

const arrive = keyframes`from { opacity: 0; transform: translateX(-12px) } to { transform: none }`;

interface Told {
  name: string;
  lot: string | null;
  serial: string | null;
  load: string | null;
  expiry?: string | null;
  condition?: Line['condition'];
}

function Marks({ of }: { of: Told }) {
  const { t } = useTranslation();
  return (
    <Box component="span" sx={{ color: 'text.secondary', fontSize: 16, display: 'block' }}>
      {of.lot && (
        <>
          {t('move.lot')} <Code>{of.lot}</Code>
          {of.expiry && ` (${date(of.expiry)})`}{' '}
        </>
      )}
      {of.serial && <Code>{of.serial} </Code>}
      {of.load && `${t('away.load')} ${of.load} `}
      {of.condition && of.condition !== 'GOOD' && t(`conditions.${of.condition}`)}
    </Box>
  );
}

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
  const { t } = useTranslation();
  if (lines.length === 0) {
    return null;
  }
  return (
    <Box sx={{ px: 1.5, pb: 1 }}>
      <ListHead>{t('counting.counted', { count: lines.length })}</ListHead>
      {lines.map((line) => (
        <Box
          key={line.id}
          data-line={line.item}
          sx={{
            bgcolor: 'background.paper',
            borderTop: 1,
            borderColor: 'divider',
            animation: line.mine ? undefined : `${arrive} 240ms ease-out`,
          }}
        >
          <Box
            sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 60, px: 1, py: 0.5 }}
          >
            <ItemPicture item={line.itemId} picture={line.picture} name={line.name} size={48} />
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Box sx={{ fontSize: 19, lineHeight: 1.2 }}>
                {withPlace && (
                  <>
                    <Code strong>{line.place}</Code>{' '}
                  </>
                )}
                {line.name}
              </Box>
              <Marks of={line} />
              {!line.mine && (
                <Box sx={{ fontSize: 15, fontWeight: 600 }}>
                  {t('counting.by', { name: line.person })}
                </Box>
              )}
            </Box>
            <Box sx={{ fontSize: 21, textAlign: 'right' }}>
              {line.serial ? '✓' : Number(line.quantity) === 0 ? '0' : null}
              {!line.serial && Number(line.quantity) !== 0 && (
                <Amount value={line.quantity} unit={line.symbol} />
              )}
            </Box>
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
          </Box>
          {opened === line.id && (
            <Correct key={line.id} line={line} onCorrect={(amount) => onCorrect(line.id, amount)} />
          )}
        </Box>
      ))}
    </Box>
  );
}

function Correct({ line, onCorrect }: { line: Line; onCorrect: (amount: string | null) => void }) {
  const { t } = useTranslation();
  const [amount, setAmount] = useState(line.quantity);
  const said = soFar(amount);
  return (
    <Box
      component="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        if (said) {
          onCorrect(said);
        }
      }}
      sx={{ display: 'flex', gap: 1, p: 1, pt: 0 }}
    >
      {!line.serial && (
        <>
          <NumberField
            label={t('counting.figure', { unit: line.symbol })}
            value={amount}
            onChange={(event) => setAmount(event.target.value)}
            onFocus={(event) => event.target.select()}
            autoFocus
            slotProps={{ htmlInput: { inputMode: 'decimal', style: { fontSize: 20 } } }}
            sx={{ flex: 1 }}
          />
          <Button
            type="submit"
            variant="contained"
            disabled={said === undefined}
            sx={{ minHeight: 52, fontSize: 17 }}
          >
            {t('counting.correct')}
          </Button>
        </>
      )}
      <Button
        variant="outlined"
        onClick={() => onCorrect(null)}
        sx={{ minHeight: 52, fontSize: 17, flex: line.serial ? 1 : undefined }}
      >
        {t('counting.remove')}
      </Button>
    </Box>
  );
}

function Missing({ of, here }: { of: Schemas['FloorNotFound']; here: string | null }) {
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 56, py: 0.5 }}>
      <ItemPicture item={of.itemId} picture={of.picture} name={of.name} size={48} />
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontSize: 19, lineHeight: 1.2 }}>{of.name}</Box>
        <Marks of={of} />
        {of.place !== here && (
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 16 }}>
            <Code>{of.place}</Code>
          </Box>
        )}
      </Box>
      {of.quantity !== null && !of.serial && (
        <Box sx={{ fontSize: 19 }}>
          <Amount value={of.quantity} unit={of.symbol} />
        </Box>
      )}
    </Box>
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
  const { t } = useTranslation();
  if (notFound.length === 0) {
    return null;
  }
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ListHead>
        {t(none ? 'counting.bookHasHere' : 'counting.notYet', { count: notFound.length })}
      </ListHead>
      {notFound.map((one, i) => (
        <Box key={i} sx={{ borderTop: 1, borderColor: 'divider', borderTopStyle: 'dashed', px: 1 }}>
          <Missing of={one} here={here} />
        </Box>
      ))}
    </Box>
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
  const { t } = useTranslation();
  return (
    <Warning>
      <Box component="h1" sx={{ typography: 'h1', fontSize: 26, m: 0, mb: 0.5 }}>
        {t('counting.ask', { where, count: notFound.length })}
      </Box>
      <Box sx={{ fontSize: 17, mb: 0.5 }}>{t('counting.askWhy')}</Box>
      {notFound.map((one, i) => (
        <Box key={i} sx={{ borderTop: 1, borderColor: 'divider' }}>
          <Missing of={one} here={here} />
        </Box>
      ))}
    </Warning>
  );
}
