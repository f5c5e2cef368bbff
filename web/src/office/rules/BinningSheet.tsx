import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { GridRow } from '../../kit/GridRow';
import { Amount } from '../../kit/Amount';
import { Code } from '../../kit/Code';
import { fonts } from '../../app/theme';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';
import { decimal } from '../../kit/numbers';

type Row = Schemas['UnbinnedRow'];
type Filled = { quantity: string; bin: string };

function keyOf(row: Row): string {
  return `${row.itemId}-${row.lotId}-${row.serialId}-${row.condition}`;
}

/** The worksheet of a site that gets bins: what lies where, until nothing is left over. */
export function BinningSheet() {
  const may = useMay('POST');
  const site = Number(useParams().site);
  const [filled, setFilled] = useState<Record<string, Filled>>({});
  const item = useAddress().value('item');
  const sheet = useQuery(
    question('/api/sites/{id}/binning', { id: site, item: item ? Number(item) : undefined }),
  );
  const rows = sheet.data?.rows ?? [];
  const said = (row: Row): Filled => filled[keyOf(row)] ?? { quantity: row.quantity, bin: '' };
  const line = (row: Row) => ({
    item: row.itemId,
    lot: row.lotId,
    serial: row.serialId,
    condition: row.condition,
    quantity: decimal(said(row).quantity),
    bin: said(row).bin.trim(),
  });
  const save = useSave(
    ['binning', 'on-hand', 'bins', 'ledger'],
    async (command, placed: Row[]) =>
      post('/api/sites/{id}/binning', { id: site })(command, { lines: placed.map(line) }),
    () => setFilled({}),
  );
  const chosen = rows.filter((row) => said(row).bin.trim());
  const set = (row: Row, part: Partial<Filled>) =>
    setFilled({ ...filled, [keyOf(row)]: { ...said(row), ...part } });
  const field = {
    width: '100%',
    height: 28,
    px: 1,
    fontFamily: fonts.code,
    fontSize: 14,
    color: 'inherit',
    bgcolor: 'background.paper',
    border: '1px solid',
    borderColor: 'text.secondary',
  };
  return (
    <Room
      title={t('binning.title', { site: sheet.data?.name ?? '' })}
      tools={
        <>
          <span>{t('binning.left', { count: sheet.data?.total ?? 0 })}</span>
          {may && (
            <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
              <Button
                variant="outlined"
                onClick={() =>
                  setFilled(
                    Object.fromEntries(
                      rows
                        .filter((row) => row.suggested)
                        .map((row) => [
                          keyOf(row),
                          { quantity: said(row).quantity, bin: row.suggested ?? '' },
                        ]),
                    ),
                  )
                }
              >
                {t('binning.takeAll')}
              </Button>
              <Button
                variant="contained"
                disabled={chosen.length === 0}
                loading={save.isPending}
                onClick={() => save.mutate(chosen)}
              >
                {t('binning.place', { count: chosen.length })}
              </Button>
            </Box>
          )}
        </>
      }
    >
      <Box sx={{ color: 'text.secondary', mb: 1 }}>{t('binning.help')}</Box>
      <ProblemNote problem={sheet.error ?? save.error} />
      {sheet.data?.binned === false && <ProblemNote problem={t('binning.noBins')} />}
      {sheet.data?.total === 0 && <Box sx={{ fontSize: 18, py: 2 }}>{t('binning.done')}</Box>}
      {rows.map((row) => (
        <GridRow
          key={keyOf(row)}
          tracks="100px minmax(160px, 2fr) 110px minmax(110px, 1fr) 110px 130px 150px"
          sx={{ minHeight: 36 }}
        >
          <Code>{row.item}</Code>
          <Box>
            {row.name}{' '}
            <Box component="span" sx={{ color: 'text.secondary' }}>
              <Code>{row.lot ?? row.serial}</Code>
            </Box>
          </Box>
          <Box sx={{ textAlign: 'right' }}>
            <Amount value={row.quantity} unit={row.symbol} />
          </Box>
          <Box sx={{ color: 'text.secondary' }}>{row.shelfNote}</Box>
          <Box
            component="input"
            aria-label={t('binning.quantityOf', { item: row.name })}
            value={said(row).quantity}
            onChange={(event) => set(row, { quantity: event.target.value })}
            sx={{ ...field, textAlign: 'right' }}
          />
          <Box
            component="input"
            aria-label={t('binning.binOf', { item: row.name })}
            placeholder={row.suggested ?? t('bin')}
            value={said(row).bin}
            onChange={(event) => set(row, { bin: event.target.value })}
            sx={field}
          />
          {row.suggested ? (
            <Button size="small" onClick={() => set(row, { bin: row.suggested ?? '' })}>
              {t('binning.take', { bin: row.suggested })}
            </Button>
          ) : (
            <span />
          )}
        </GridRow>
      ))}
    </Room>
  );
}
