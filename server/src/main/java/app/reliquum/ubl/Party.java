package app.reliquum.ubl;

import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.AddressType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyNameType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.IDType;

/**
 * Someone who buys, sells, sends or receives, as a document names them.
 *
 * @param gln the GS1 number of the location, empty for none
 * @param code what the house calls it
 * @param scheme what kind of code that is
 */
public record Party(
    String gln, String code, String scheme, String name, String street, String town) {

  PartyType type() {
    PartyType party = new PartyType();
    if (!gln.isEmpty()) {
      party.addPartyIdentification(identified(gln, Reading.GLN));
    }
    party.addPartyIdentification(identified(code, scheme));
    PartyNameType called = new PartyNameType();
    called.setName(name);
    party.addPartyName(called);
    party.setPostalAddress(address());
    return party;
  }

  AddressType address() {
    AddressType address = new AddressType();
    if (!street.isEmpty()) {
      AddressLineType line = new AddressLineType();
      line.setLine(street);
      address.addAddressLine(line);
    }
    if (!town.isEmpty()) {
      address.setCityName(town);
    }
    return address;
  }

  private static PartyIdentificationType identified(String id, String scheme) {
    PartyIdentificationType identified = new PartyIdentificationType();
    identified.setID(named(id, scheme));
    return identified;
  }

  /** An identifier of a scheme. */
  static IDType named(String id, String scheme) {
    IDType value = new IDType(id);
    value.setSchemeID(scheme);
    return value;
  }
}
