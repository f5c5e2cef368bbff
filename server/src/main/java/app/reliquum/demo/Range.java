package app.reliquum.demo;

import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import java.util.List;

/**
 * A range of goods that the chandlery keeps: every kind in every size.
 *
 * @param prefix how the codes begin
 * @param lifeDays how long a lot is good for; 0 for ever
 * @param storage the storage class
 * @param hazard the hazard class of the transport rules, empty for none
 * @param box how many make a box, 0 for no boxes
 * @param carton how many make a carton, 0 for no cartons
 * @param perMonth how many leave in a month, about
 */
record Range(
    String prefix,
    String category,
    List<String> kinds,
    List<String> sizes,
    UnitOfMeasure unit,
    Tracking tracking,
    int lifeDays,
    String storage,
    String hazard,
    int box,
    int carton,
    int perMonth) {

  static final List<Range> ALL =
      List.of(
          new Range(
              "FLR", "Flares and signals",
              List.of("Parachute flare", "Hand flare", "Smoke float", "Signal rocket"),
              List.of("red", "white", "orange", "green"),
              UnitOfMeasure.PIECE, Tracking.LOT, 1100, "FLARE", "1.4S", 6, 36, 14),
          new Range(
              "LJC", "Lifejackets",
              List.of("Lifejacket cartridge", "Rearming kit", "Trigger capsule"),
              List.of("24 g", "33 g", "38 g", "60 g"),
              UnitOfMeasure.PIECE, Tracking.LOT, 1500, "", "2.2", 10, 0, 12),
          new Range(
              "AFL", "Paint and resin",
              List.of("Antifouling hard", "Antifouling soft", "Primer", "Topcoat"),
              List.of("black 2.5 l", "blue 2.5 l", "red 2.5 l", "white 0.75 l", "blue 0.75 l"),
              UnitOfMeasure.PIECE, Tracking.LOT, 730, "PAINT", "3", 4, 0, 9),
          new Range(
              "EPX", "Paint and resin",
              List.of("Epoxy resin", "Epoxy hardener slow", "Epoxy hardener fast", "Filler"),
              List.of("0.5 kg", "1 kg", "5 kg"),
              UnitOfMeasure.PIECE, Tracking.LOT, 540, "PAINT", "9", 6, 0, 8),
          new Range(
              "BCN", "Electronics",
              List.of("Distress beacon", "Personal locator", "Handheld radio", "Fixed radio"),
              List.of("standard", "with receiver"),
              UnitOfMeasure.PIECE, Tracking.SERIAL, 0, "", "9", 0, 0, 3),
          new Range(
              "RFT", "Safety",
              List.of("Life raft", "Rescue sling"),
              List.of("4 persons", "6 persons", "8 persons"),
              UnitOfMeasure.PIECE, Tracking.LOT_AND_SERIAL, 1100, "", "9", 0, 0, 2),
          new Range(
              "RPE", "Rope",
              List.of(
                  "Braided polyester", "Three-strand nylon", "Floating line", "Shock cord",
                  "Mooring line", "Halyard line", "Anchor line"),
              List.of("6 mm", "8 mm", "10 mm", "12 mm", "14 mm", "16 mm", "20 mm"),
              UnitOfMeasure.METRE, Tracking.NONE, 0, "", "", 0, 200, 160),
          new Range(
              "SHK", "Rigging",
              List.of("D shackle", "Bow shackle", "Snap shackle", "Twisted shackle", "Long shackle", "Swivel"),
              List.of("4 mm", "5 mm", "6 mm", "8 mm", "10 mm", "12 mm", "16 mm"),
              UnitOfMeasure.PIECE, Tracking.NONE, 0, "", "", 10, 100, 60),
          new Range(
              "RIG", "Rigging",
              List.of("Single block", "Double block", "Cleat", "Fairlead", "Turnbuckle", "Thimble", "Sheave", "Pad eye"),
              List.of("small", "medium", "large", "heavy"),
              UnitOfMeasure.PIECE, Tracking.NONE, 0, "", "", 10, 0, 18),
          new Range(
              "OIL", "Engine",
              List.of("Engine oil", "Gear oil", "Hydraulic oil", "Two-stroke oil"),
              List.of("10W-40", "15W-40", "80W-90"),
              UnitOfMeasure.LITRE, Tracking.NONE, 0, "", "", 0, 205, 90),
          new Range(
              "ENG", "Engine",
              List.of("Oil filter", "Fuel filter", "Impeller", "Anode", "Drive belt", "Bilge pump", "Gasket set", "Coolant hose"),
              List.of("A", "B", "C", "D", "E", "F"),
              UnitOfMeasure.PIECE, Tracking.NONE, 0, "", "", 6, 0, 15),
          new Range(
              "PRV", "Provisions",
              List.of(
                  "Tinned peaches", "Tinned stew", "Ship's biscuit", "Condensed milk",
                  "Pea soup", "Coffee, ground"),
              List.of("400 g", "800 g", "2.5 kg"),
              UnitOfMeasure.PIECE, Tracking.LOT, 700, "", "", 12, 48, 40),
          new Range(
              "CHT", "Charts",
              List.of(
                  "Harbour chart", "Coastal chart", "Passage chart", "Tide tables", "Pilot book"),
              List.of("north", "east", "south", "west"),
              UnitOfMeasure.PIECE, Tracking.LOT, 0, "", "", 0, 0, 6),
          new Range(
              "ELC", "Electronics",
              List.of(
                  "Masthead light", "Stern light", "Cable", "Fuse", "Switch", "Battery terminal", "Deck light", "Socket"),
              List.of("12 V", "24 V", "5 A", "10 A", "20 A"),
              UnitOfMeasure.PIECE, Tracking.NONE, 0, "", "", 10, 0, 16),
          new Range(
              "CLO", "Clothing",
              List.of("Oilskin jacket", "Oilskin trousers", "Sea boots", "Work gloves", "Sou'wester", "Thermal shirt"),
              List.of("S", "M", "L", "XL", "XXL"),
              UnitOfMeasure.PIECE, Tracking.NONE, 0, "", "", 0, 0, 10),
          new Range(
              "CLN", "Upkeep",
              List.of("Teak cleaner", "Hull polish", "Sealant", "Deck brush", "Sponge", "Sandpaper", "Degreaser", "Wax", "Masking tape"),
              List.of("small", "medium", "large"),
              UnitOfMeasure.PIECE, Tracking.NONE, 0, "", "", 12, 0, 20));
}
