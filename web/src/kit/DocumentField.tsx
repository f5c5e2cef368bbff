import { useQuery } from '@tanstack/react-query';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { Code } from './Code';
import { FoundField, useLooking, type FieldOf } from './FoundField';

const DOCUMENTS: readonly Schemas['AskHit']['kind'][] = ['ORDER', 'LEAVING', 'TRANSFER', 'COUNT'];

/** A document of the house, found by any words of it; or of elsewhere, as it is typed. */
export function DocumentField(field: FieldOf) {
  const { looking, setLooking, words } = useLooking(field.value);
  const hits = useQuery({
    ...question('/api/ask', { q: words }),
    enabled: looking && words !== '',
  });
  const found = (words !== '' && hits.data) || [];
  return (
    <FoundField
      {...field}
      says={false}
      onLook={setLooking}
      found={
        looking
          ? found
              .filter((one) => DOCUMENTS.includes(one.kind))
              .map((one) => ({
                value: one.title,
                title: <Code>{one.title}</Code>,
                under: one.detail,
                beside: t(`ask.${one.kind}`),
              }))
          : []
      }
    />
  );
}
