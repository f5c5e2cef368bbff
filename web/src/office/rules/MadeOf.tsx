import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useSave } from '../../kit/useSave';
import { Form } from '../../kit/Form';
import { LineEditor, written } from '../../kit/LineEditor';
import { startOf, useForm } from '../../kit/useForm';
import { decimal } from '../../kit/numbers';
import { NumberField } from '../../kit/NumberField';
import { ItemField } from '../../kit/ItemField';

const EMPTY = { item: '', quantity: '' };

/** What goes into an item that the house puts together itself. */
export function MadeOf({ item }: { item: number }) {
  const kit = useQuery(question('/api/items/{id}/components', { id: item }));
  return kit.data && <Components key={JSON.stringify(kit.data.components)} kit={kit.data} />;
}

function Components({ kit }: { kit: Schemas['KitCard'] }) {
  const save = useSave(['kits', 'items'], put('/api/items/{id}/components', { id: kit.kitId }));
  const form = useForm(
    { components: kit.components.map((one) => startOf(EMPTY, one)) },
    save.error,
  );
  return (
    <Form
      save={save}
      word={t('outbound.saveMadeOf')}
      onSubmit={() =>
        save.mutate({
          components: written(form.entry.components, EMPTY).map((row) => ({
            item: row.item.trim(),
            quantity: decimal(row.quantity),
          })),
        })
      }
    >
      <LineEditor
        title={t('outbound.madeOf')}
        {...form.lines('components')}
        empty={EMPTY}
        tracks="1fr 110px"
        add={t('transfer.addLine')}
        none={t('outbound.madeOfHelp')}
      >
        {(row, i) => (
          <>
            <ItemField
              label={t('outbound.component', { number: i + 1 })}
              name={kit.components.find((one) => one.item === row.entry.item)?.name}
              {...row.chosen('item')}
            />
            <NumberField label={t('quantity')} {...row.text('quantity')} />
          </>
        )}
      </LineEditor>
    </Form>
  );
}
