import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../api/client';
import { Amount } from './Amount';
import { Code } from './Code';
import { useSettled } from './useSettled';

type Item = Schemas['ItemRow'];

const MOST = 12;

function itemsNamed(words: string) {
  return queryOptions({
    queryKey: ['items', 'named', words],
    queryFn: () => read(api.GET('/api/items', { params: { query: { q: words, limit: MOST } } })),
    staleTime: 60_000,
  });
}

function heldOfItems(words: string, site: number | undefined) {
  return queryOptions({
    queryKey: ['on-hand', 'named', words, site],
    queryFn: () =>
      read(api.GET('/api/on-hand', { params: { query: { q: words, site, limit: 100 } } })),
    staleTime: 10_000,
  });
}

/**
 * An item, found by any words of its name or its code, with what there is of it. What is typed or
 * scanned stays as it is: a barcode is read by the server.
 */
export function ItemField({
  label,
  value,
  onChange,
  site,
  required,
  placeholder,
  problem,
  name,
}: {
  label: string;
  value: string;
  onChange: (code: string) => void;
  /** Where what there is of it is asked; everywhere if left out. */
  site?: number;
  required?: boolean;
  placeholder?: string;
  /** What the server had against it. */
  problem?: string;
  /** What it is called, where that is known before anyone looks. */
  name?: string;
}) {
  const { t } = useTranslation();
  const [looking, setLooking] = useState(false);
  const words = useSettled(value.trim(), 200);
  const wanted = looking && words !== '';
  const found = useQuery({ ...itemsNamed(words), enabled: wanted });
  const held = useQuery({ ...heldOfItems(words, site), enabled: wanted });
  const items = (wanted && found.data?.rows) || [];
  const known = items.find((one) => one.code === value.trim().toUpperCase());
  const nothing = wanted && found.data?.total === 0 && words === value.trim();
  return (
    <Autocomplete<Item, false, true, true>
      freeSolo
      disableClearable
      options={items}
      filterOptions={(all) => all}
      getOptionLabel={(one) => (typeof one === 'string' ? one : one.code)}
      inputValue={value}
      onInputChange={(_, text, reason) => {
        if (reason === 'input') {
          onChange(text);
        }
      }}
      onChange={(_, chosen) => onChange(typeof chosen === 'string' ? chosen : chosen.code)}
      onFocus={() => setLooking(true)}
      onBlur={() => setLooking(false)}
      slotProps={{
        popper: { sx: { minWidth: 420 }, placement: 'bottom-start' },
        paper: { sx: { border: 1, borderColor: 'text.primary' } },
      }}
      renderOption={({ key, ...props }, one) => {
        const row = held.data?.rows.find((each) => each.itemId === one.id);
        return (
          <Box component="li" key={key} {...props} sx={{ gap: 1.5 }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Box>{one.name}</Box>
              <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
                <Code>{one.code}</Code>
              </Box>
            </Box>
            {held.data && (
              <Box sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
                {Number(row?.available ?? 0) > 0 ? (
                  <>
                    <Box component="span" sx={{ color: 'text.primary' }}>
                      <Amount value={row?.available ?? null} unit={row?.symbol} />
                    </Box>{' '}
                    {t('itemField.available')}
                  </>
                ) : (
                  t('itemField.none')
                )}
              </Box>
            )}
          </Box>
        );
      }}
      renderInput={(params) => (
        <TextField
          {...params}
          label={label}
          required={required}
          placeholder={placeholder}
          error={problem !== undefined}
          helperText={
            problem ?? known?.name ?? name ?? (nothing ? t('itemField.noItem') : undefined)
          }
        />
      )}
    />
  );
}
