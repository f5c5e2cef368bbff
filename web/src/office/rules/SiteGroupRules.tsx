import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { post, put, question, remove } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { t } from '../../app/words';
import { CardSpace } from '../../kit/CardSpace';
import { Choice, optionsById } from '../../kit/Choice';
import { columnsOf } from '../../kit/columns';
import { Form, Tick } from '../../kit/Form';
import { ProblemNote } from '../../kit/ProblemNote';
import { startOf, useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Group = Schemas['SiteGroup'];

const OLD = ['site-groups', 'policies', 'low', 'replenishment'];

/** Sites whose stock is looked at together, and the one of them at which more is asked for. */
export function SiteGroupRules() {
  const may = useMay('RULES');
  const groups = useQuery(question('/api/site-groups'));
  const sites = new Map(useSites().data?.map((site) => [site.id, site.name]));
  const of = columnsOf<Group>();
  return (
    <CardSpace
      title={t('siteGroups.title')}
      name="siteGroups"
      logged={(shown) => ['site groups', shown.name]}
      add={t('siteGroups.add')}
      may={may}
      rows={groups}
      columns={[
        of.text('name', t('places.name'), 180),
        of.text('lead', t('siteGroups.lead'), 180),
        of.shown(
          'sites',
          t('siteGroups.sites'),
          300,
          (row) => row.sites.map((site) => sites.get(site) ?? site).join(', '),
          { grow: 1 },
        ),
      ]}
      none={t('siteGroups.none')}
    >
      {(shown, onDone) => <GroupForm group={shown} onDone={onDone} />}
    </CardSpace>
  );
}

function GroupForm({ group, onDone }: { group?: Group; onDone?: () => void }) {
  const sites = useSites().data ?? [];
  const save = useSave(
    OLD,
    group ? put('/api/site-groups/{group}', { group: group.id }) : post('/api/site-groups'),
    onDone,
  );
  const form = useForm(
    {
      ...startOf({ name: '' }, group),
      lead: String(group?.leadId ?? ''),
      sites: group?.sites ?? [],
    },
    save.error,
  );
  const chosen = form.entry.sites;
  const together = sites.filter((site) => chosen.includes(site.id));
  return (
    <>
      <Form
        save={save}
        onSubmit={() =>
          save.mutate({
            version: group?.version,
            name: form.entry.name.trim(),
            lead: Number(form.entry.lead || together[0]?.id || 0),
            sites: chosen,
          })
        }
      >
        <Box>{t('siteGroups.what')}</Box>
        <TextField label={t('places.name')} required {...form.text('name')} />
        <Box role="group" aria-label={t('siteGroups.sites')}>
          <Box sx={{ color: 'text.secondary', fontSize: 14 }}>{t('siteGroups.sites')}</Box>
          {sites.map((site) => (
            <Tick
              key={site.id}
              label={site.name}
              checked={chosen.includes(site.id)}
              onChange={(checked) =>
                form.set({
                  sites: checked
                    ? [...chosen, site.id]
                    : chosen.filter((other) => other !== site.id),
                })
              }
            />
          ))}
        </Box>
        <Choice
          label={t('siteGroups.lead')}
          {...form.choice('lead')}
          value={form.entry.lead || String(together[0]?.id ?? '')}
          options={optionsById(together)}
        />
      </Form>
      {group && <Remove group={group} />}
    </>
  );
}

function Remove({ group }: { group: Group }) {
  const may = useMay('RULES');
  const save = useSave<void>(OLD, remove('/api/site-groups/{group}', { group: group.id }));
  return (
    may && (
      <>
        <Button sx={{ mt: 1 }} loading={save.isPending} onClick={() => save.mutate()}>
          {t('siteGroups.remove')}
        </Button>
        <ProblemNote problem={save.error} />
      </>
    )
  );
}
