package app.reliquum.core.secret;

import java.util.List;
import java.util.Optional;

/**
 * Which PINs are too easily guessed. People choose few of the many that there are: one digit over
 * and over, digits that rise or fall, a line on the keypad, a few digits twice. Whoever tries those
 * first opens a large part of all PINs within a handful of tries (Bonneau, Preibusch and Anderson,
 * <i>A birthday present every eleven wallets?</i>, Financial Cryptography 2012), so they are not
 * taken.
 */
public final class PinRule {

  /** The fewest digits of a PIN. */
  public static final int SHORTEST = 4;

  /** The most digits of a PIN. */
  public static final int LONGEST = 8;

  /** So many digits on one line are a line. */
  private static final int LINE = 3;

  /** The lines of a keypad with 1, 2, 3 on top and 0 at the bottom, each read either way. */
  private static final List<String> KEYPAD =
      List.of("123", "456", "789", "147", "258", "580", "369", "159", "357");

  private PinRule() {}

  /** Why a PIN is not taken. */
  public enum Fault {
    /** It is not 4 to 8 digits. */
    NOT_DIGITS,
    /** It is a few digits over and over, such as 1111 or 1212. */
    REPEATED,
    /** Its digits rise or fall evenly, such as 1234, 8642 or 8901. */
    RISING,
    /** Most of it is lines on the keypad, such as 2580 or 1470. */
    KEYPAD_LINE
  }

  /** What is wrong with a PIN, if anything is. */
  public static Optional<Fault> fault(String pin) {
    if (!pin.matches("[0-9]{" + SHORTEST + "," + LONGEST + "}")) {
      return Optional.of(Fault.NOT_DIGITS);
    }
    if (repeats(pin)) {
      return Optional.of(Fault.REPEATED);
    }
    if (rises(pin)) {
      return Optional.of(Fault.RISING);
    }
    return onLines(pin) >= pin.length() - 1 ? Optional.of(Fault.KEYPAD_LINE) : Optional.empty();
  }

  private static boolean repeats(String pin) {
    for (int length = 1; length <= pin.length() / 2; length++) {
      String block = pin.substring(0, length);
      if (block.repeat(pin.length() / length + 1).startsWith(pin)) {
        return true;
      }
    }
    return pin.chars().distinct().count() <= 2;
  }

  private static boolean rises(String pin) {
    int step = step(pin, 1);
    for (int i = 2; i < pin.length(); i++) {
      if (step(pin, i) != step) {
        return false;
      }
    }
    return step == 1 || step == 2 || step == 9 || step == 8;
  }

  /** By how much a digit is above the one before it; after 9 comes 0. */
  private static int step(String pin, int at) {
    return Math.floorMod(pin.charAt(at) - pin.charAt(at - 1), 10);
  }

  /** How many digits belong to a line, a run or a repetition of three or more. */
  private static int onLines(String pin) {
    boolean[] on = new boolean[pin.length()];
    for (int i = 0; i + LINE <= pin.length(); i++) {
      String three = pin.substring(i, i + LINE);
      String back = new StringBuilder(three).reverse().toString();
      boolean run = step(three, 1) == step(three, 2) && List.of(0, 1, 9).contains(step(three, 1));
      if (run || KEYPAD.contains(three) || KEYPAD.contains(back)) {
        for (int k = i; k < i + LINE; k++) {
          on[k] = true;
        }
      }
    }
    int sum = 0;
    for (boolean one : on) {
      sum += one ? 1 : 0;
    }
    return sum;
  }
}
