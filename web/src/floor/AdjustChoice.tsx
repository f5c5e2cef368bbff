import Box from '@mui/material/Box';
import { useTranslation } from 'react-i18next';
import type { Schemas } from '../api/client';
import { TapRow } from './Parts';

type Kind = Schemas['MovementKind'];
type Way = Schemas['FloorAdjusting']['way'];

const WAYS: Record<Kind['direction'], Way[]> = {
  OUT: ['OUT'],
  IN: ['IN'],
  EITHER: ['SET', 'OUT', 'IN'],
};

/** What is done, and why: out of the book, into it, or to a figure. */
export function AdjustChoice({
  kinds,
  onChoose,
}: {
  kinds: Kind[];
  onChoose: (kind: number, way: Way) => void;
}) {
  const { t } = useTranslation();
  const ways = (['OUT', 'IN', 'SET'] as const).map(
    (way) => [way, kinds.filter((kind) => WAYS[kind.direction].includes(way))] as const,
  );
  return (
    <Box sx={{ p: 1.5 }}>
      <Box component="h1" sx={{ typography: 'h1', fontSize: 30, m: 0 }}>
        {t('righting.title')}
      </Box>
      {ways.map(
        ([way, some]) =>
          some.length > 0 && (
            <Box key={way} component="section" aria-label={t(`righting.ways.${way}`)}>
              <Box component="h2" sx={{ typography: 'h2', m: 0, mt: 2, mb: 0.5 }}>
                {t(`righting.ways.${way}`)}
              </Box>
              {some.map((kind) => (
                <TapRow
                  key={kind.id}
                  onTap={() => onChoose(kind.id, way)}
                  title={kind.name}
                  detail={
                    kind.fields.length > 0
                      ? kind.fields.map((field) => field.name).join(', ')
                      : undefined
                  }
                />
              ))}
            </Box>
          ),
      )}
    </Box>
  );
}
