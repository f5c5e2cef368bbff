package app.reliquum.counting;

/** Something was counted or decided. Told after its transaction is through. */
public record CountChanged(long count, long site) {}
