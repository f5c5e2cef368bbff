package app.reliquum.bench;

/** How large the house is. */
record Size(int items, int bins, int positions, int lines) {

  static final Size LARGE = new Size(200_000, 150_000, 600_000, 10_000_000);
  static final Size SMALL = new Size(2_000, 1_500, 6_000, 100_000);
}
