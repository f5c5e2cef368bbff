package app.reliquum.ubl;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.document.DocumentNumber;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.text.Message;
import com.helger.diagnostics.error.list.ErrorList;
import java.math.BigDecimal;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyType;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What is read of documents, and said of those that can't be read. */
@Service
public class Reading {

  /** The scheme of a GLN and of a GTIN, as ISO/IEC 6523 lists them. */
  public static final String GLN = "0088";

  public static final String GTIN = "0160";

  private final Catalog catalog;

  Reading(Catalog catalog) {
    this.catalog = catalog;
  }

  /**
   * Reads a document by its schema.
   *
   * @param read reads it and collects what is wrong with it
   * @param what what it should be, as in "no order of UBL 2.1"
   */
  public static <T> T parse(Function<ErrorList, T> read, Message what) {
    ErrorList errors = new ErrorList();
    T document = read.apply(errors);
    if (document == null) {
      String first =
          errors.stream()
              .filter(error -> error.isError())
              .map(error -> error.getErrorText(Locale.ENGLISH))
              .filter(text -> text != null)
              .findFirst()
              .orElse("It is no XML document.");
      throw Problem.invalid(
          "file", "This is no {0} of UBL 2.1. {1}", what, first.replaceAll("\\s+", " "));
    }
    return document;
  }

  /** The number of a document, as the books can keep it. */
  public static String number(@Nullable String given) {
    return DocumentNumber.of(String.valueOf(given))
        .orElseThrow(
            () ->
                Problem.invalid(
                    "file",
                    "The number {0} can't be used. Expected 1 to {1} letters, digits, hyphens or dots.",
                    given,
                    DocumentNumber.LONGEST));
  }

  /** The name of a party, for people. */
  public static @Nullable String name(@Nullable PartyType party) {
    return party == null || party.getPartyName().isEmpty()
        ? "an unnamed party"
        : party.getPartyName().get(0).getNameValue();
  }

  /** Whether a party is named by the GS1 number of a location. */
  public static boolean isGln(PartyIdentificationType id) {
    return GLN.equals(Objects.requireNonNull(id.getID()).getSchemeID());
  }

  /** What a party is named by. */
  public static String value(PartyIdentificationType id) {
    String value = id.getIDValue();
    return value == null ? "" : value;
  }

  /** The item that a line names by our code or its GTIN. */
  public Catalog.Measured item(ItemType item, Message where) {
    String code =
        item.getSellersItemIdentification() == null
            ? null
            : item.getSellersItemIdentification().getIDValue();
    Optional<Catalog.Measured> found = code == null ? Optional.empty() : catalog.withCode(code);
    String gtin =
        item.getStandardItemIdentification() == null
            ? null
            : item.getStandardItemIdentification().getIDValue();
    if (found.isEmpty() && gtin != null) {
      found =
          Gtin.read(gtin).stream()
              .flatMap(known -> catalog.barcode(known.digits()).stream())
              .filter(hit -> hit.packId() == 0)
              .findFirst()
              .map(hit -> catalog.measured(Set.of(hit.itemId())).get(0));
    }
    return found.orElseThrow(
        () ->
            Problem.invalid(
                "file",
                "{0}nobody here knows the item {1}. Add it under Items first.",
                where,
                code == null ? gtin : code));
  }

  /**
   * How much of an item a line names, in its base unit.
   *
   * @param what the quantity that is meant, as in "ordered quantity"
   */
  public static Quantity quantity(
      Catalog.Measured item,
      @Nullable BigDecimal amount,
      @Nullable String unit,
      Message what,
      Message where) {
    if (amount == null) {
      throw Problem.invalid("file", "{0}no {1} is given.", where, what);
    }
    if (unit != null && !unit.equals(item.unit().code())) {
      throw Problem.invalid(
          "file",
          "{0}{1} is counted in {2}, the document says {3}.",
          where,
          item.code(),
          item.unit().code(),
          unit);
    }
    try {
      return item.measure().check(new Quantity(amount));
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("file", "{0}{1}", where, Message.of(fault));
    }
  }
}
