package app.reliquum.core.text;

/** Something that goes wrong and says so in a sentence for people. */
public interface Worded {

  /** The sentence, with its values apart. */
  Message message();
}
