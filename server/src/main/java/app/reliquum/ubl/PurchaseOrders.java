package app.reliquum.ubl;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.purchasing.OrderTotals;
import app.reliquum.core.purchasing.TaxRate;
import app.reliquum.core.quantity.Quantity;
import com.helger.ubl21.UBL21Marshaller;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.CustomerPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DeliveryType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LineItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LocationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.MonetaryTotalType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PeriodType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PriceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.SupplierPartyType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxCategoryType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxSchemeType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxSubtotalType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.TaxTotalType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.BaseQuantityType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.LineExtensionAmountType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.NoteType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.PayableAmountType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.PriceAmountType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.QuantityType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.TaxAmountType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.TaxExclusiveAmountType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.TaxInclusiveAmountType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.TaxableAmountType;
import oasis.names.specification.ubl.schema.xsd.order_21.OrderType;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * Writes purchase orders, so that the system of a supplier can take them in. Quantities are in the
 * base unit of each item, with its code of UN/ECE Recommendation 20; a price is that of as many
 * base units as it says.
 */
@Service
public class PurchaseOrders {

  /** The scheme of taxes, of UN/EDIFACT code list 5153. */
  private static final String VAT = "VAT";

  private final Catalog catalog;

  PurchaseOrders(Catalog catalog) {
    this.catalog = catalog;
  }

  /**
   * A line of an order.
   *
   * @param theirCode what the supplier calls the item; empty if nobody knows
   * @param quantity in base units
   * @param price of one pack without tax; null if none was agreed
   * @param priced how many base units that price is for
   * @param amount what the line comes to without tax; null if it has no price
   * @param due when it is wanted; null for the day of the order
   */
  public record Line(
      int number,
      long item,
      String theirCode,
      Quantity quantity,
      @Nullable BigDecimal price,
      Quantity priced,
      @Nullable BigDecimal amount,
      @Nullable TaxRate tax,
      @Nullable LocalDate due) {}

  /**
   * An order.
   *
   * @param currency of ISO 4217
   * @param deliverTo where the goods are wanted
   * @param due when they are wanted; null if that is open
   */
  public record Order(
      String number,
      LocalDate issued,
      String note,
      String currency,
      Party buyer,
      Party seller,
      Party deliverTo,
      @Nullable LocalDate due,
      List<Line> lines,
      OrderTotals totals) {}

  /** The document; it keeps its schema, or it is not given out. */
  public byte[] write(Order order) {
    OrderType type = new OrderType();
    type.setUBLVersionID("2.1");
    type.setID(order.number());
    type.setIssueDate(order.issued());
    if (!order.note().isEmpty()) {
      type.addNote(new NoteType(order.note()));
    }
    type.setDocumentCurrencyCode(order.currency());
    CustomerPartyType buyer = new CustomerPartyType();
    buyer.setParty(order.buyer().type());
    type.setBuyerCustomerParty(buyer);
    SupplierPartyType seller = new SupplierPartyType();
    seller.setParty(order.seller().type());
    type.setSellerSupplierParty(seller);
    DeliveryType delivery = delivery(order.due());
    LocationType place = new LocationType();
    place.setID(
        order.deliverTo().gln().isEmpty()
            ? Party.named(order.deliverTo().code(), order.deliverTo().scheme())
            : Party.named(order.deliverTo().gln(), Reading.GLN));
    place.setAddress(order.deliverTo().address());
    delivery.setDeliveryLocation(place);
    type.addDelivery(delivery);
    totals(type, order);
    order.lines().forEach(line -> type.addOrderLine(line(line, order)));
    byte[] xml = UBL21Marshaller.order().setFormattedOutput(true).getAsBytes(type);
    if (xml == null) {
      throw new IllegalStateException("The order " + order.number() + " breaks its schema.");
    }
    return xml;
  }

  private static DeliveryType delivery(@Nullable LocalDate due) {
    DeliveryType delivery = new DeliveryType();
    if (due != null) {
      PeriodType until = new PeriodType();
      until.setEndDate(due);
      delivery.setRequestedDeliveryPeriod(until);
    }
    return delivery;
  }

  private static void totals(OrderType type, Order order) {
    OrderTotals totals = order.totals();
    TaxTotalType tax = new TaxTotalType();
    tax.setTaxAmount(in(new TaxAmountType(totals.tax()), order.currency()));
    for (OrderTotals.TaxDue due : totals.taxes()) {
      TaxSubtotalType part = new TaxSubtotalType();
      part.setTaxableAmount(in(new TaxableAmountType(due.taxable()), order.currency()));
      part.setTaxAmount(in(new TaxAmountType(due.amount()), order.currency()));
      part.setTaxCategory(category(due.tax()));
      tax.addTaxSubtotal(part);
    }
    type.addTaxTotal(tax);
    MonetaryTotalType sum = new MonetaryTotalType();
    sum.setLineExtensionAmount(in(new LineExtensionAmountType(totals.net()), order.currency()));
    sum.setTaxExclusiveAmount(in(new TaxExclusiveAmountType(totals.net()), order.currency()));
    sum.setTaxInclusiveAmount(in(new TaxInclusiveAmountType(totals.gross()), order.currency()));
    sum.setPayableAmount(in(new PayableAmountType(totals.gross()), order.currency()));
    type.setAnticipatedMonetaryTotal(sum);
  }

  private static <A extends com.helger.xsds.ccts.cct.schemamodule.AmountType> A in(
      A amount, String currency) {
    amount.setCurrencyID(currency);
    return amount;
  }

  private static TaxCategoryType category(TaxRate tax) {
    TaxCategoryType category = new TaxCategoryType();
    category.setID(tax.category().code());
    category.setName(tax.name());
    category.setPercent(tax.rate());
    TaxSchemeType scheme = new TaxSchemeType();
    scheme.setID(VAT);
    category.setTaxScheme(scheme);
    return category;
  }

  private OrderLineType line(Line line, Order order) {
    Catalog.Measured item = catalog.measured(Set.of(line.item())).get(0);
    LineItemType type = new LineItemType();
    type.setID(Integer.toString(line.number()));
    QuantityType quantity = new QuantityType(line.quantity().amount());
    quantity.setUnitCode(item.unit().code());
    type.setQuantity(quantity);
    if (line.price() != null && line.amount() != null) {
      type.setLineExtensionAmount(in(new LineExtensionAmountType(line.amount()), order.currency()));
      PriceType price = new PriceType();
      price.setPriceAmount(in(new PriceAmountType(line.price()), order.currency()));
      BaseQuantityType of = new BaseQuantityType(line.priced().amount());
      of.setUnitCode(item.unit().code());
      price.setBaseQuantity(of);
      type.setPrice(price);
    }
    if (line.due() != null) {
      type.addDelivery(delivery(line.due()));
    }
    type.setItem(item(line, item));
    OrderLineType of = new OrderLineType();
    of.setLineItem(type);
    return of;
  }

  private ItemType item(Line line, Catalog.Measured item) {
    ItemType type = new ItemType();
    type.setName(item.name());
    type.setBuyersItemIdentification(identified(item.code()));
    if (!line.theirCode().isEmpty()) {
      type.setSellersItemIdentification(identified(line.theirCode()));
    }
    StandardItem.of(catalog, item.id()).ifPresent(type::setStandardItemIdentification);
    if (line.tax() != null) {
      type.addClassifiedTaxCategory(category(line.tax()));
    }
    return type;
  }

  private static ItemIdentificationType identified(String code) {
    ItemIdentificationType identified = new ItemIdentificationType();
    identified.setID(code);
    return identified;
  }
}
