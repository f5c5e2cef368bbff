import Box from '@mui/material/Box';
import { t } from '../app/words';
import { everyOf } from './everyOf';
import { Tick } from './Form';
import { houseFormats } from './houseFormats';
import type { Schemas } from '../api/client';

export type WeekDay = Schemas['SiteCard']['workingDays'][number];

export const WEEK = everyOf<WeekDay>()([
  'MONDAY',
  'TUESDAY',
  'WEDNESDAY',
  'THURSDAY',
  'FRIDAY',
  'SATURDAY',
  'SUNDAY',
]);

/** The days of the week, beginning with the one with which the weeks of the house begin. */
function week(): readonly WeekDay[] {
  const first = WEEK.indexOf(houseFormats().firstDay);
  return [...WEEK.slice(first), ...WEEK.slice(0, first)];
}

/** Days of the week, each ticked or not. */
export function WeekDays({
  label,
  value,
  onChange,
}: {
  label: string;
  value: readonly WeekDay[];
  onChange: (days: WeekDay[]) => void;
}) {
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0 }}>
      <Box component="legend" sx={{ p: 0, color: 'text.secondary' }}>
        {label}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5 }}>
        {week().map((day) => (
          <Tick
            key={day}
            label={t(`weekday.${day}`)}
            checked={value.includes(day)}
            onChange={(on) =>
              onChange(WEEK.filter((one) => (one === day ? on : value.includes(one))))
            }
          />
        ))}
      </Box>
    </Box>
  );
}
