package app.reliquum.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;

/** Random secrets that the house hands out: it keeps their hashes only. */
final class Tokens {

  private static final SecureRandom RANDOM = new SecureRandom();
  private static final int BYTES = 32;

  /** Letters and digits that nobody confuses with others. */
  private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

  private Tokens() {}

  /** A token for a cookie: 256 random bits. */
  static String cookie() {
    byte[] bytes = new byte[BYTES];
    RANDOM.nextBytes(bytes);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
  }

  /** Something random that people can read and type: about five bits a letter. */
  static String readable(int length) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < length; i++) {
      text.append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
    }
    return text.toString();
  }

  /** What is kept of a token. It is random enough that a plain hash tells nothing of it. */
  static byte[] hash(String token) {
    try {
      return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException(missing);
    }
  }
}
