import Box from '@mui/material/Box';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { Choosing, ListHead, Row } from './Parts';

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
  const ways = (['OUT', 'IN', 'SET'] as const).map(
    (way) => [way, kinds.filter((kind) => WAYS[kind.direction].includes(way))] as const,
  );
  return (
    <Choosing title={t('righting.title')}>
      {ways.map(
        ([way, some]) =>
          some.length > 0 && (
            <Box key={way} component="section" aria-label={t(`righting.ways.${way}`)}>
              <ListHead>{t(`righting.ways.${way}`)}</ListHead>
              {some.map((kind) => (
                <Row
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
    </Choosing>
  );
}
