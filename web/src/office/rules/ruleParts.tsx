import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { question, remove } from '../../api/ask';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { Choice } from '../../kit/Choice';
import { ItemField } from '../../kit/ItemField';
import { ProblemNote } from '../../kit/ProblemNote';
import type { bound } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

/** For which goods a rule is: one item, a category, or all. */
export interface ForGoods {
  by: 'item' | 'category' | 'all';
  item: string;
  category: string;
}

/** "Safety/Flares" also lies in "Safety". */
function withAbove(categories: string[]): string[] {
  const all = new Set<string>();
  for (const path of categories) {
    const parts = path.split('/');
    parts.forEach((_, i) => all.add(parts.slice(0, i + 1).join('/')));
  }
  return [...all].sort((a, b) => a.localeCompare(b));
}

/** What a rule says of the goods that it is for. */
export function useForGoods({ by, item, category }: ForGoods) {
  const categories = withAbove(useQuery(question('/api/categories')).data ?? []);
  const chosen = category || (categories[0] ?? '');
  return {
    categories,
    chosen,
    goods: {
      item: by === 'item' ? item.trim() : undefined,
      category: by === 'category' ? chosen : undefined,
    },
  };
}

/** The two fields that say for which goods a rule is. */
export function GoodsOfRule<E extends ForGoods>({
  form,
  of: { categories, chosen },
  all,
}: {
  form: Pick<ReturnType<typeof bound<E>>, 'entry' | 'choice' | 'chosen' | 'set'>;
  of: ReturnType<typeof useForGoods>;
  /** Whether it may be for all goods. */
  all?: boolean;
}) {
  return (
    <>
      <Choice
        label={t('removal.for')}
        {...form.choice('by')}
        options={[
          ['item', t('item.item')],
          ['category', t('item.category')],
          ...(all ? [['all', t('removal.everything')] as const] : []),
        ]}
      />
      {form.entry.by === 'item' && (
        <ItemField label={t('item.item')} required {...form.chosen('item')} />
      )}
      {form.entry.by === 'category' && (
        <Choice
          label={t('item.category')}
          value={chosen}
          onChange={(category) => form.set({ category } as Partial<E>)}
          options={categories.map((one) => [one, one] as const)}
        />
      )}
      {form.entry.by === 'all' && <span />}
    </>
  );
}

/** Takes a rule out. */
export function RemoveRule({
  path,
  id,
  old,
  word,
  onDone,
}: {
  path: '/api/put-away/rules/{id}' | '/api/removal/rules/{id}';
  id: number;
  old: string[];
  word: string;
  onDone?: () => void;
}) {
  const save = useSave(old, remove(path, { id }), onDone);
  return (
    useMay('RULES') && (
      <>
        <Button sx={{ mt: 1 }} loading={save.isPending} onClick={() => save.mutate()}>
          {word}
        </Button>
        <ProblemNote problem={save.error} />
      </>
    )
  );
}
