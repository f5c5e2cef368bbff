import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { post } from '../../api/ask';
import { useSites } from '../../app/session';
import { t } from '../../app/words';
import { BinField } from '../../kit/BinField';
import { Choice, optionsById } from '../../kit/Choice';
import { DateField } from '../../kit/DateField';
import { Form } from '../../kit/Form';
import { ItemField } from '../../kit/ItemField';
import { LineEditor, written } from '../../kit/LineEditor';
import { NumberField } from '../../kit/NumberField';
import { decimal, decimalOrNothing } from '../../kit/numbers';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

const LINE = { bin: '', item: '', lot: '', serial: '', expiry: '', quantity: '', cost: '' };

const COLUMNS = ['bin', 'item', 'lot', 'serial', 'expiry', 'quantity', 'unit cost'];

/** What lies at a site when it begins, typed by hand: checked first, like a file. */
export function OpeningStockForm({ onTried }: { onTried: (id: number) => void }) {
  const sites = useSites().data ?? [];
  const save = useSave(['imports'], post('/api/imports/many'), (card) => onTried(card.row.id));
  const form = useForm({ site: '', lines: [LINE] }, save.error);
  const site = sites.find((one) => String(one.id) === form.entry.site) ?? sites[0];
  const { lines } = form.entry;
  return (
    <Form
      save={save}
      word={t('opening.try')}
      onSubmit={() =>
        save.mutate({
          table: 'opening stock',
          columns: COLUMNS,
          rows: written(lines, LINE).map((line) => [
            line.bin.trim(),
            line.item.trim().toUpperCase(),
            line.lot.trim(),
            line.serial.trim(),
            line.expiry,
            decimal(line.quantity),
            decimalOrNothing(line.cost) ?? '',
          ]),
          values: { site: site?.code ?? '' },
        })
      }
    >
      <Box>{t('opening.what')}</Box>
      <Choice
        label={t('site')}
        value={site ? String(site.id) : ''}
        onChange={(next) => form.set({ site: next })}
        options={optionsById(sites)}
      />
      <LineEditor
        title={t('opening.lines')}
        lines={lines}
        onChange={(next) => form.set({ lines: next })}
        problem={save.error}
        empty={LINE}
        tracks="repeat(4, 1fr)"
        add={t('opening.add')}
      >
        {(line) => (
          <>
            {site?.binned && <BinField label={t('bin')} site={site.id} {...line.chosen('bin')} />}
            <ItemField label={t('item.item')} {...line.chosen('item')} />
            <NumberField label={t('quantity')} {...line.text('quantity')} />
            <NumberField label={t('opening.cost')} {...line.text('cost')} />
            <TextField label={t('lot')} {...line.text('lot')} />
            <DateField label={t('expiry')} {...line.text('expiry')} />
            <TextField label={t('serial')} {...line.text('serial')} />
          </>
        )}
      </LineEditor>
    </Form>
  );
}
