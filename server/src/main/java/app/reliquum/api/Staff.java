package app.reliquum.api;

import java.util.Optional;

/** Who works in the house, as far as every capability has to know. */
public interface Staff {

  /** The house as one who acts: for nightly work and the first stock. */
  Actor house();

  /**
   * Someone who asked for work that is done in the background, with the rights that they have now.
   *
   * @throws Problem if they don't work here any more
   */
  Actor actor(long person);

  /** Who works here and has a code. */
  Optional<Long> coded(String code);

  /** Whether someone works here and may work at a site. */
  boolean worksAt(long person, long site);
}
