package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.house.House;
import app.reliquum.places.Places;
import com.helger.ubl21.UBL21Marshaller;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CustomerPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DespatchLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemInstanceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LotIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderLineReferenceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderReferenceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyNameType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ShipmentType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.SupplierPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TransportHandlingUnitType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.DeliveredQuantityType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.IDType;
import oasis.names.specification.ubl.schema.xsd.despatchadvice_21.DespatchAdviceType;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Tells in a document of UBL 2.1 (ISO/IEC 19845) what a shipment holds, so that another system can
 * expect it. Quantities are in the base unit of each item, with its code of UN/ECE Recommendation
 * 20; a GLN has the scheme 0088 and a GTIN 0160, as ISO/IEC 6523 lists them.
 */
@Service
class Advices {

  static final String GLN = "0088";
  static final String GTIN = "0160";
  static final String SITE = "site";

  private final Transfers transfers;
  private final Catalog catalog;
  private final Places places;
  private final House house;

  Advices(Transfers transfers, Catalog catalog, Places places, House house) {
    this.transfers = transfers;
    this.catalog = catalog;
    this.places = places;
    this.house = house;
  }

  /** The document of a shipment; it keeps its schema, or it is not given out. */
  @Transactional(readOnly = true)
  public byte[] write(long id, int shipment, Actor actor) {
    Between.Card card = transfers.card(id, actor);
    Between.Shipment sent =
        card.shipments().stream()
            .filter(one -> one.shipment() == shipment)
            .findFirst()
            .orElseThrow(() -> Problem.missing("shipment of " + card.number(), shipment));
    if (card.fromId() == 0) {
      throw Problem.refused("not-ours", card.number() + " was sent by " + card.from() + ".");
    }
    DespatchAdviceType advice = new DespatchAdviceType();
    ZonedDateTime moment = sent.sent().atZone(ZoneId.of(places.named(card.fromId()).timeZone()));
    advice.setUBLVersionID("2.1");
    advice.setID(card.number() + "/" + shipment);
    advice.setIssueDate(moment.toLocalDate());
    advice.setIssueTime(moment.toLocalTime().withNano(0));
    OrderReferenceType order = new OrderReferenceType();
    order.setID(card.number());
    advice.addOrderReference(order);
    SupplierPartyType sender = new SupplierPartyType();
    sender.setParty(party(card.fromId()));
    advice.setDespatchSupplierParty(sender);
    CustomerPartyType receiver = new CustomerPartyType();
    receiver.setParty(party(card.toId()));
    advice.setDeliveryCustomerParty(receiver);
    int number = 1;
    for (Between.Goods goods : card.goods()) {
      if (goods.shipment() == shipment) {
        advice.addDespatchLine(line(number++, goods, card.number()));
      }
    }
    byte[] xml = UBL21Marshaller.despatchAdvice().setFormattedOutput(true).getAsBytes(advice);
    if (xml == null) {
      throw new IllegalStateException("The advice of " + card.number() + " breaks its schema.");
    }
    return xml;
  }

  private PartyType party(long site) {
    Places.Named named = places.named(site);
    PartyType party = new PartyType();
    if (!named.gln().isEmpty()) {
      party.addPartyIdentification(identified(named.gln(), GLN));
    }
    party.addPartyIdentification(identified(named.code(), SITE));
    PartyNameType name = new PartyNameType();
    name.setName(house.card().name() + ", " + named.name());
    party.addPartyName(name);
    AddressType address = new AddressType();
    if (!named.street().isEmpty()) {
      AddressLineType street = new AddressLineType();
      street.setLine(named.street());
      address.addAddressLine(street);
    }
    if (!named.town().isEmpty()) {
      address.setCityName(named.town());
    }
    party.setPostalAddress(address);
    return party;
  }

  private static PartyIdentificationType identified(String id, String scheme) {
    PartyIdentificationType identified = new PartyIdentificationType();
    IDType value = new IDType(id);
    value.setSchemeID(scheme);
    identified.setID(value);
    return identified;
  }

  private DespatchLineType line(int number, Between.Goods goods, String transfer) {
    Catalog.Measured item = catalog.measured(java.util.Set.of(goods.itemId())).get(0);
    DespatchLineType line = new DespatchLineType();
    line.setID(Integer.toString(number));
    DeliveredQuantityType quantity = new DeliveredQuantityType(goods.sent().amount());
    quantity.setUnitCode(item.unit().code());
    line.setDeliveredQuantity(quantity);
    OrderLineReferenceType of = new OrderLineReferenceType();
    of.setLineID(Integer.toString(goods.line()));
    OrderReferenceType order = new OrderReferenceType();
    order.setID(transfer);
    of.setOrderReference(order);
    line.addOrderLineReference(of);
    line.setItem(item(item, goods));
    if (goods.load() != null) {
      ShipmentType shipment = new ShipmentType();
      shipment.setID(Integer.toString(number));
      TransportHandlingUnitType unit = new TransportHandlingUnitType();
      unit.setID(goods.load());
      shipment.addTransportHandlingUnit(unit);
      line.addShipment(shipment);
    }
    return line;
  }

  private ItemType item(Catalog.Measured item, Between.Goods goods) {
    ItemType type = new ItemType();
    type.setName(item.name());
    ItemIdentificationType ours = new ItemIdentificationType();
    ours.setID(item.code());
    type.setSellersItemIdentification(ours);
    gtin(item.id())
        .ifPresent(
            gtin -> {
              ItemIdentificationType standard = new ItemIdentificationType();
              IDType value = new IDType(gtin);
              value.setSchemeID(GTIN);
              standard.setID(value);
              type.setStandardItemIdentification(standard);
            });
    if (goods.serial() != null || goods.lot() != null) {
      ItemInstanceType instance = new ItemInstanceType();
      if (goods.serial() != null) {
        instance.setSerialID(goods.serial());
      }
      if (goods.lot() != null) {
        LotIdentificationType lot = new LotIdentificationType();
        lot.setLotNumberID(goods.lot());
        if (goods.expiry() != null) {
          lot.setExpiryDate(goods.expiry());
        }
        instance.setLotIdentification(lot);
      }
      type.addItemInstance(instance);
    }
    return type;
  }

  private Optional<String> gtin(long item) {
    List<String> barcodes = catalog.item(item).barcodes();
    return barcodes.stream().filter(code -> code.matches("[0-9]{8,14}")).findFirst();
  }
}
