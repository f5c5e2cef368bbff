package app.reliquum.stock;

import java.util.Set;

/** Goods are gone whatever was planned with them: what documents had reserved of them is freed. */
public record ReservationsFreed(Set<String> documents) {
  public ReservationsFreed {
    documents = Set.copyOf(documents);
  }
}
