package app.reliquum.ubl;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import com.helger.ubl21.UBL21Marshaller;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Set;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CustomerPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DespatchLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemInstanceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LotIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderLineReferenceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderReferenceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ShipmentType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.SupplierPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TransportHandlingUnitType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.DeliveredQuantityType;
import oasis.names.specification.ubl.schema.xsd.despatchadvice_21.DespatchAdviceType;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * Writes despatch advices, so that another system can expect what they hold. Quantities are in the
 * base unit of each item, with its code of UN/ECE Recommendation 20.
 */
@Service
public class DespatchAdvices {

  private final Catalog catalog;

  DespatchAdvices(Catalog catalog) {
    this.catalog = catalog;
  }

  /** Goods that are sent; what there is not is null. */
  public record Goods(
      int orderLine,
      long item,
      Quantity quantity,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String load) {}

  /**
   * A despatch.
   *
   * @param number its number
   * @param order the order that it is for, by our number
   * @param reference the order by the receiver's number; empty for none
   */
  public record Despatch(
      String number,
      ZonedDateTime moment,
      String order,
      String reference,
      Party from,
      Party to,
      List<Goods> goods) {}

  /** The document; it keeps its schema, or it is not given out. */
  public byte[] write(Despatch despatch) {
    DespatchAdviceType advice = new DespatchAdviceType();
    advice.setUBLVersionID("2.1");
    advice.setID(despatch.number());
    advice.setIssueDate(despatch.moment().toLocalDate());
    advice.setIssueTime(despatch.moment().toLocalTime().withNano(0));
    OrderReferenceType order = new OrderReferenceType();
    order.setID(despatch.reference().isEmpty() ? despatch.order() : despatch.reference());
    if (!despatch.reference().isEmpty()) {
      order.setSalesOrderID(despatch.order());
    }
    advice.addOrderReference(order);
    SupplierPartyType sender = new SupplierPartyType();
    sender.setParty(despatch.from().type());
    advice.setDespatchSupplierParty(sender);
    CustomerPartyType receiver = new CustomerPartyType();
    receiver.setParty(despatch.to().type());
    advice.setDeliveryCustomerParty(receiver);
    int number = 1;
    for (Goods goods : despatch.goods()) {
      advice.addDespatchLine(line(number++, goods, despatch));
    }
    byte[] xml = UBL21Marshaller.despatchAdvice().setFormattedOutput(true).getAsBytes(advice);
    if (xml == null) {
      throw new IllegalStateException("The advice " + despatch.number() + " breaks its schema.");
    }
    return xml;
  }

  private DespatchLineType line(int number, Goods goods, Despatch despatch) {
    Catalog.Measured item = catalog.measured(Set.of(goods.item())).get(0);
    DespatchLineType line = new DespatchLineType();
    line.setID(Integer.toString(number));
    DeliveredQuantityType quantity = new DeliveredQuantityType(goods.quantity().amount());
    quantity.setUnitCode(item.unit().code());
    line.setDeliveredQuantity(quantity);
    OrderLineReferenceType of = new OrderLineReferenceType();
    of.setLineID(Integer.toString(goods.orderLine()));
    OrderReferenceType order = new OrderReferenceType();
    order.setID(despatch.order());
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

  private ItemType item(Catalog.Measured item, Goods goods) {
    ItemType type = new ItemType();
    type.setName(item.name());
    ItemIdentificationType ours = new ItemIdentificationType();
    ours.setID(item.code());
    type.setSellersItemIdentification(ours);
    StandardItem.of(catalog, item.id()).ifPresent(type::setStandardItemIdentification);
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
}
