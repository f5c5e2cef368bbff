import { t } from '../../app/words';
import { AddressChoice, AddressText } from '../../kit/AddressFields';
import { optionsOf } from '../../kit/Choice';
import { GROUPS, STOCKED } from './onHandColumns';

/** What a row of stock stands for. */
export function GroupChoice() {
  return (
    <AddressChoice
      name="group"
      label={t('onHand.by')}
      options={optionsOf(GROUPS, (one) => t(`onHand.group.${one}`))}
      clears={['sort', 'desc', 'row', 'condition']}
    />
  );
}

/** Which items are shown. */
export function StockedChoice() {
  return (
    <AddressChoice
      name="stock"
      label={t('onHand.stocked.label')}
      options={optionsOf(STOCKED, (one) => t(`onHand.stocked.${one}`))}
      clears={['row']}
    />
  );
}

/** Words that narrow stock. */
export function StockWords() {
  return <AddressText name="q" label={t('onHand.words')} width={170} />;
}
