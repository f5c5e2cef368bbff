import Button from '@mui/material/Button';
import { t } from '../../app/words';
import { get } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { optionsById } from '../../kit/Choice';
import { AddressChoice, AddressText } from '../../kit/AddressFields';
import { columnsOf } from '../../kit/columns';
import { FormOf } from '../../kit/Form';
import { FormPanel } from '../../kit/FormPanel';
import { RowChanges } from '../../kit/RowChanges';
import type { Page } from '../../kit/Sheet';
import { SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useAddress } from '../../kit/useAddress';
import { useList } from '../../kit/useList';
import { useMany } from '../imports/useMany';
import { LabelButton } from '../labels/LabelButton';
import { AreaForm, BinForm, RackForm, SiteForm } from './PlaceForms';

/** Sites, their areas and bins; a whole rack of bins from one pattern. */
export function PlaceRules() {
  const may = useMay('RULES');
  const sites = useSites();
  const { value } = useAddress();
  const { q } = useList().question;
  const site = sites.data?.find((one) => String(one.id) === value('site')) ?? sites.data?.[0];
  const area = Number(value('area')) || undefined;
  const { opened, open, close } = useOpened();
  const [kind, id] = opened.split(':');
  const of = columnsOf<Schemas['BinCard']>();
  const many = useMany<Schemas['BinCard']>('bins', ['site', 'bin'], (bin) => [
    sites.data?.find((one) => one.id === bin.siteId)?.code ?? '',
    bin.address,
  ]);
  return (
    <TableSpace
      title={t('rules.places')}
      name="bins"
      choices={
        <>
          <AddressChoice
            name="site"
            label={t('site')}
            options={optionsById(sites.data)}
            clears={['area', 'open']}
          />
          <AddressChoice
            name="area"
            label={t('area')}
            options={optionsById(site?.areas, t('places.everyArea'))}
          />
          <AddressText name="q" label={t('places.starts')} width={150} />
        </>
      }
      actions={
        may && (
          <>
            <Button onClick={() => open('new-site')}>{t('places.addSite')}</Button>
            {site && <Button onClick={() => open('site')}>{t('places.changeSite')}</Button>}
            {area && (
              <>
                <LabelButton of="BIN" ids={[]} area={area} word={t('labels.area')} />
                <Button onClick={() => open(`area:${area}`)}>{t('places.changeArea')}</Button>
              </>
            )}
            {site?.binned && (
              <>
                <Button onClick={() => open('new-area')}>{t('places.addArea')}</Button>
                <Button variant="contained" onClick={() => open('rack')}>
                  {t('places.addRack')}
                </Button>
              </>
            )}
          </>
        )
      }
      over={many.bar}
      ticks={many.ticks}
      {...(site
        ? {
            question: { area, q },
            dependsOn: site.id,
            fetch: (query: Page & { area?: number; q?: string }) =>
              get('/api/sites/{id}/bins', { id: site.id, ...query }),
          }
        : // A house without a site has no bins; its first site is made here.
          { rows: { data: sites.data && [] } })}
      columns={[
        of.number('address', t('bin'), 130),
        of.text('area', t('area'), 120, { grow: 1 }),
        of.choice('purpose', t('bins.purpose'), 110, (purpose) => t(`purpose.${purpose}`)),
        of.choice('mixing', t('bins.mixing'), 150, (mixing) => t(`mixing.${mixing}`)),
        of.text('storageClass', t('bins.storage'), 100),
        of.count('walk', t('bins.walk'), 90, { cell: (bin) => bin.walk }),
        of.shown('state', t('item.state'), 90, (bin) =>
          !bin.active ? t('bins.closed') : bin.empty ? t('bins.isEmpty') : '',
        ),
      ]}
      opened={kind === 'bin' ? id : undefined}
      onOpen={(bin) => open(`bin:${bin.id}`)}
      none={t('places.noBins')}
      panels={{
        'new-site': { title: t('places.addSite'), show: () => <SiteForm onDone={close} /> },
        site: site && {
          title: site.name,
          show: () => (
            <>
              <FormOf of={site}>{(shown) => <SiteForm site={shown} />}</FormOf>
              <RowChanges table="sites" row={site.code} />
            </>
          ),
        },
        'new-area': site && {
          title: t('places.addArea'),
          show: () => <AreaForm site={site.id} onDone={close} />,
        },
        rack: site && {
          title: t('places.addRack'),
          show: () => <RackForm key={site.id} site={site} onDone={close} />,
        },
      }}
    >
      {many.panel}
      {kind === 'area' && site && (
        <FormPanel
          of={site.areas.find((one) => one.id === Number(id))}
          title={t('places.changeArea')}
          onClose={close}
          logged={[
            'areas',
            `${site.code} · ${site.areas.find((one) => one.id === Number(id))?.code}`,
          ]}
        >
          {(shown) => shown && <AreaForm site={site.id} area={shown} />}
        </FormPanel>
      )}
      {kind === 'bin' && site && (
        <SidePanel title={t('bin')} onClose={close}>
          <BinForm key={id} id={Number(id)} site={site} />
          <LabelButton of="BIN" ids={[Number(id)]} word={t('labels.bin')} />
        </SidePanel>
      )}
    </TableSpace>
  );
}
