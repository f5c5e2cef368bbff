package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.places.Places;
import app.reliquum.ubl.DespatchAdvices;
import app.reliquum.ubl.Party;
import java.time.ZoneId;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tells another system what a shipment holds, so that it can expect it. */
@Service
class Advices {

  static final String SITE = "site";

  private final Transfers transfers;
  private final Places places;
  private final House house;
  private final DespatchAdvices advices;

  Advices(Transfers transfers, Places places, House house, DespatchAdvices advices) {
    this.transfers = transfers;
    this.places = places;
    this.house = house;
    this.advices = advices;
  }

  /** The despatch advice of a shipment. */
  @Transactional(readOnly = true)
  public byte[] write(long id, int shipment, Actor actor) {
    TransferViews.Card card = transfers.card(id, actor);
    TransferViews.Shipment sent =
        card.shipments().stream()
            .filter(one -> one.shipment() == shipment)
            .findFirst()
            .orElseThrow(
                () -> Problem.missing(Message.of("shipment of {0}", card.number()), shipment));
    if (card.fromId() == 0) {
      throw Problem.refused("not-ours", "{0} was sent by {1}.", card.number(), card.from());
    }
    return advices.write(
        new DespatchAdvices.Despatch(
            card.number() + "/" + shipment,
            sent.sent().atZone(ZoneId.of(places.named(card.fromId()).timeZone())),
            card.number(),
            "",
            party(card.fromId()),
            party(card.toId()),
            card.goods().stream()
                .filter(goods -> goods.shipment() == shipment)
                .map(
                    goods ->
                        new DespatchAdvices.Goods(
                            goods.line(),
                            goods.itemId(),
                            goods.sent(),
                            goods.lot(),
                            goods.expiry(),
                            goods.serial(),
                            goods.load()))
                .toList()));
  }

  private Party party(long site) {
    Places.Named named = places.named(site);
    return new Party(
        named.gln(),
        named.code(),
        SITE,
        house.card().name() + ", " + named.name(),
        named.street(),
        named.town());
  }
}
