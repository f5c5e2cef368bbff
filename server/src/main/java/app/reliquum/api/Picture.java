package app.reliquum.api;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Semaphore;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;

/**
 * A picture as the house keeps it: drawn anew from what was sent, upright, no larger than a screen,
 * and without what a camera writes beside it. What a file calls itself does not count.
 */
public record Picture(String mediaType, byte[] content) {

  private static final Set<String> FORMATS = Set.of("jpeg", "png", "webp");

  /** The most pixels that are looked at: more than any camera of a phone has. */
  private static final long MOST_PIXELS = 60_000_000;

  /** The longer side of what is kept. */
  private static final int LONGEST_SIDE = 1_600;

  /** Each that is drawn takes memory by its pixels. */
  private static final Semaphore AT_ONCE = new Semaphore(2);

  /**
   * Reads a picture and draws it anew.
   *
   * @param field the member that it came in
   * @param sent the file
   * @param longest how many bytes it may have
   * @throws Problem if it is no JPEG, PNG or WebP picture, or too large
   */
  public static Picture of(String field, byte[] sent, int longest) {
    if (sent.length == 0 || sent.length > longest) {
      throw Problem.invalid(
          field, "A picture has at most {0} kB, and is not empty.", longest / 1_000);
    }
    AT_ONCE.acquireUninterruptibly();
    try {
      check(field, sent);
      BufferedImage drawn =
          Thumbnails.of(new ByteArrayInputStream(sent))
              .size(LONGEST_SIDE, LONGEST_SIDE)
              .useExifOrientation(true)
              .asBufferedImage();
      boolean clear = drawn.getColorModel().hasAlpha();
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      if (!ImageIO.write(clear ? drawn : opaque(drawn), clear ? "png" : "jpg", out)) {
        throw unreadable(field);
      }
      return new Picture(clear ? "image/png" : "image/jpeg", out.toByteArray());
    } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException broken) {
      throw unreadable(field);
    } finally {
      AT_ONCE.release();
    }
  }

  /** Looks at the head of the file, before anything is drawn. */
  private static void check(String field, byte[] sent) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(sent))) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        throw unreadable(field);
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in, true, true);
        if (!FORMATS.contains(reader.getFormatName().toLowerCase(Locale.ROOT))) {
          throw unreadable(field);
        }
        long pixels = (long) reader.getWidth(0) * reader.getHeight(0);
        if (pixels > MOST_PIXELS) {
          throw Problem.invalid(
              field,
              "The picture has {0} million pixels; at most {1} million are read.",
              pixels / 1_000_000,
              MOST_PIXELS / 1_000_000);
        }
      } finally {
        reader.dispose();
      }
    }
  }

  /** JPEG knows three colours and nothing else. */
  private static BufferedImage opaque(BufferedImage drawn) {
    if (drawn.getType() == BufferedImage.TYPE_INT_RGB) {
      return drawn;
    }
    BufferedImage plain =
        new BufferedImage(drawn.getWidth(), drawn.getHeight(), BufferedImage.TYPE_INT_RGB);
    plain.getGraphics().drawImage(drawn, 0, 0, null);
    return plain;
  }

  private static Problem unreadable(String field) {
    return Problem.invalid(
        field,
        "The picture can't be read. Expected a JPEG, PNG or WebP file as a camera makes it.");
  }
}
