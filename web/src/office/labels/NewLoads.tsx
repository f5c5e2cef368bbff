import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { t } from '../../app/words';
import { post } from '../../api/ask';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { Form } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';
import { LabelButton } from './LabelButton';

/** Numbers for new pallets, and new trolleys. */
export function NewLoads() {
  const may = useMay('RULES');
  const pallet = useSave([], post('/api/unit-loads'));
  const trolley = useSave(['floor'], post('/api/unit-loads/trolleys'));
  const form = useForm({ code: '', name: '' }, trolley.error);
  return (
    <>
      <Part rank="h2" title={t('labels.pallet')}>
        <Button
          variant="outlined"
          loading={pallet.isPending}
          onClick={() => pallet.mutate(undefined)}
          sx={{ my: 1 }}
        >
          {t('labels.newPallet')}
        </Button>
        <ProblemNote problem={pallet.error} />
        {pallet.data && (
          <Box sx={{ display: 'grid', gap: 1 }}>
            <Code strong>{pallet.data.code}</Code>
            <LabelButton of="UNIT_LOAD" ids={[pallet.data.id]} word={t('labels.load')} />
          </Box>
        )}
      </Part>
      {may && (
        <Part rank="h2" title={t('labels.newTrolley')}>
          <Form
            save={trolley}
            word={t('labels.addTrolley')}
            onSubmit={() =>
              trolley.mutate({
                code: form.entry.code.trim().toUpperCase(),
                name: form.entry.name,
              })
            }
          >
            <TextField label={t('places.code')} required {...form.text('code')} />
            <TextField label={t('places.name')} {...form.text('name')} />
          </Form>
        </Part>
      )}
    </>
  );
}
