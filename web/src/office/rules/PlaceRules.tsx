import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { Sheet } from '../../kit/Sheet';
import { useAddress } from '../../kit/useAddress';
import { SidePanel } from '../../kit/SidePanel';
import type { Column } from '../../kit/sheetColumns';
import { LabelButton } from '../labels/LabelButton';
import { AreaForm, BinForm, RackForm, SiteForm } from './PlaceForms';
import { RulesFrame } from './RulesFrame';
import { FormOf } from './Form';

type Bin = Schemas['BinCard'];

/** Sites, their areas and bins; a whole rack of bins from one pattern. */
export function PlaceRules() {
  const { t } = useTranslation();
  const may = useMay('RULES');
  const sites = useSites();
  const { value, change } = useAddress();
  const site = sites.data?.find((one) => String(one.id) === value('site')) ?? sites.data?.[0];
  const area = value('area');
  const starts = value('q');
  const typed = useDeferredValue(starts);
  const open = value('open');
  const close = () => change({ open: null });
  const columns: Column<Bin>[] = [
    {
      key: 'address',
      title: t('bin'),
      width: '130px',
      cell: (bin) => <Code strong>{bin.address}</Code>,
    },
    { key: 'area', title: t('area'), width: 'minmax(120px, 1fr)', cell: (bin) => bin.area },
    {
      key: 'purpose',
      title: t('bins.purpose'),
      width: '110px',
      cell: (bin) => t(`purpose.${bin.purpose}`),
    },
    {
      key: 'mixing',
      title: t('bins.mixing'),
      width: '150px',
      cell: (bin) => t(`mixing.${bin.mixing}`),
    },
    { key: 'storage', title: t('bins.storage'), width: '100px', cell: (bin) => bin.storageClass },
    { key: 'walk', title: t('bins.walk'), width: '90px', align: 'right', cell: (bin) => bin.walk },
    {
      key: 'state',
      title: t('item.state'),
      width: '90px',
      cell: (bin) => (!bin.active ? t('bins.closed') : bin.empty ? t('bins.isEmpty') : ''),
    },
  ];
  const binId = open.startsWith('bin:') ? Number(open.slice(4)) : undefined;
  const areaId = open.startsWith('area:') ? Number(open.slice(5)) : undefined;
  return (
    <RulesFrame>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', p: 2, pb: 0 }}>
        <Box sx={{ display: 'flex', gap: 1.5, mb: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
          <Box component="h1" sx={{ typography: 'h1', m: 0 }}>
            {t('rules.places')}
          </Box>
          <Choice
            label={t('site')}
            value={String(site?.id ?? '')}
            onChange={(next) => change({ site: next, area: null, open: null })}
            options={(sites.data ?? []).map((one) => [String(one.id), one.name] as const)}
          />
          <Choice
            label={t('area')}
            value={area}
            onChange={(next) => change({ area: next })}
            options={[
              ['', t('places.everyArea')],
              ...(site?.areas ?? []).map((one) => [String(one.id), one.name] as const),
            ]}
          />
          <TextField
            label={t('places.starts')}
            value={starts}
            onChange={(event) => change({ q: event.target.value })}
            sx={{ width: 150 }}
          />
          {may && (
            <Box sx={{ ml: 'auto', display: 'flex', gap: 0.5 }}>
              <Button onClick={() => change({ open: 'new-site' })}>{t('places.addSite')}</Button>
              {site && (
                <Button onClick={() => change({ open: 'site' })}>{t('places.changeSite')}</Button>
              )}
              {area && (
                <LabelButton of="BIN" ids={[]} area={Number(area)} word={t('labels.area')} />
              )}
              {area && (
                <Button onClick={() => change({ open: `area:${area}` })}>
                  {t('places.changeArea')}
                </Button>
              )}
              {site?.binned && (
                <>
                  <Button onClick={() => change({ open: 'new-area' })}>
                    {t('places.addArea')}
                  </Button>
                  <Button variant="contained" onClick={() => change({ open: 'rack' })}>
                    {t('places.addRack')}
                  </Button>
                </>
              )}
            </Box>
          )}
        </Box>
        {site && (
          <Sheet<Bin>
            name="bins"
            question={[site.id, area, typed]}
            fetch={(offset, limit) =>
              read(
                api.GET('/api/sites/{id}/bins', {
                  params: {
                    path: { id: site.id },
                    query: {
                      area: area ? Number(area) : undefined,
                      q: typed || undefined,
                      offset,
                      limit,
                    },
                  },
                }),
              )
            }
            columns={columns}
            rowKey={(bin) => String(bin.id)}
            opened={binId ? String(binId) : undefined}
            onOpen={(bin) => change({ open: `bin:${bin.id}` })}
            empty={t('places.noBins')}
          />
        )}
      </Box>
      {open === 'new-site' && (
        <SidePanel title={t('places.addSite')} onClose={close}>
          <SiteForm onDone={close} />
        </SidePanel>
      )}
      {open === 'site' && site && (
        <SidePanel title={site.name} onClose={close}>
          <FormOf of={site}>{(shown) => <SiteForm site={shown} />}</FormOf>
        </SidePanel>
      )}
      {open === 'new-area' && site && (
        <SidePanel title={t('places.addArea')} onClose={close}>
          <AreaForm site={site.id} onDone={close} />
        </SidePanel>
      )}
      {areaId && site && (
        <SidePanel title={t('places.changeArea')} onClose={close}>
          <FormOf of={site.areas.find((one) => one.id === areaId)}>
            {(shown) => shown && <AreaForm site={site.id} area={shown} />}
          </FormOf>
        </SidePanel>
      )}
      {open === 'rack' && site && (
        <SidePanel title={t('places.addRack')} onClose={close}>
          <RackForm key={site.id} site={site} onDone={close} />
        </SidePanel>
      )}
      {binId && site && (
        <SidePanel title={t('bin')} onClose={close}>
          <BinForm key={binId} id={binId} site={site} />
          <LabelButton of="BIN" ids={[binId]} word={t('labels.bin')} />
        </SidePanel>
      )}
    </RulesFrame>
  );
}
