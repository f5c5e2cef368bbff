package app.reliquum.api.lists;

/** A column that a list can be narrowed and sorted by. Every list has an enum of them. */
public interface ListColumn {

  /** What it is called in an address. */
  String name();

  /** What it holds, and the SQL for it. */
  ListValue value();
}
