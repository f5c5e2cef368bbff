import Box from '@mui/material/Box';
import { t } from '../app/words';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { quantity } from '../kit/format';
import { plus } from '../kit/sums';
import { ProblemNote } from '../kit/ProblemNote';
import { Row } from './Parts';
import { goodsSaid, type Saying } from './useSentence';
import { useRefills } from './waiting';

/** What is to be brought from where to where: to tap instead of a scan. */
export function RefillList({
  site,
  onChoose,
}: {
  site: number;
  onChoose: (saying: Saying) => void;
}) {
  const refills = useRefills(site);
  return (
    <Box sx={{ px: 1.5, pb: 1.5 }}>
      <ProblemNote problem={refills.error} />
      {refills.data?.map((row) => {
        const [first] = row.sources;
        return (
          <Row
            key={`${row.itemId} ${row.placeId}`}
            onTap={
              first && (() => onChoose(goodsSaid({ ...first, itemId: row.itemId }, first.placeId)))
            }
            title={
              <>
                <Code strong>{row.place}</Code> {row.name}
              </>
            }
            detail={
              <>
                {row.urgent && (
                  <Box component="b" sx={{ color: 'error.main' }}>
                    {t('refill.urgent')} ·{' '}
                  </Box>
                )}
                {first ? t('refill.from', { place: first.place }) : t('refill.none')}
                {' · '}
                {Number(row.reserved) > 0
                  ? t('refill.there', {
                      there: quantity(row.there),
                      reserved: quantity(row.reserved),
                    })
                  : t('refill.thereOnly', { there: quantity(row.there) })}
                {Number(row.carried) > 0 &&
                  ` · ${t('refill.carried', { amount: quantity(row.carried) })}`}
              </>
            }
            end={
              <Amount value={plus(...row.sources.map((one) => one.quantity))} unit={row.symbol} />
            }
          />
        );
      })}
      {refills.data?.length === 0 && (
        <Box sx={{ py: 2, fontSize: 20, color: 'text.secondary' }}>{t('refill.nothing')}</Box>
      )}
    </Box>
  );
}
