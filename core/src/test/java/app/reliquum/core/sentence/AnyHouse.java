package app.reliquum.core.sentence;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** A house in which nothing is known but what a test says of it. */
interface AnyHouse extends HouseFacts {
  @Override
  default LocalDate today() {
    return LocalDate.of(2026, 6, 1);
  }

  @Override
  default List<HeldPosition> stockIn(long place) {
    return List.of();
  }

  @Override
  default List<HeldPosition> stockOf(long item) {
    return List.of();
  }

  @Override
  default List<HeldPosition> stockOn(long unitLoad) {
    return List.of();
  }

  @Override
  default boolean trolley(long unitLoad) {
    return false;
  }

  @Override
  default Optional<Long> homeBin(long item) {
    return Optional.empty();
  }

  @Override
  default String lotCode(long lot) {
    return "L" + lot;
  }

  @Override
  default Optional<LocalDate> expiry(long lot) {
    return Optional.empty();
  }

  @Override
  default String serialCode(long serial) {
    return "S" + serial;
  }
}
