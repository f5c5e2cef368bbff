package app.reliquum;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;

/** Pictures as cameras make them, and one that no camera makes. */
final class Camera {

  private Camera() {}

  /** A picture that was taken level. */
  static byte[] jpeg(int width, int height) {
    return file(width, height, "jpg");
  }

  static byte[] png() {
    return file(20, 20, "png");
  }

  private static byte[] file(int width, int height, String format) {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D pen = image.createGraphics();
    pen.setColor(Color.ORANGE);
    pen.fillRect(0, 0, width / 2, height / 2);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, format, out);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    return out.toByteArray();
  }

  /** A picture whose camera was turned, which it says beside it (Exif 2.3, tag 0x0112). */
  static byte[] jpeg(int width, int height, int orientation) throws IOException {
    byte[] level = jpeg(width, height);
    ByteArrayOutputStream exif = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(exif);
    out.writeBytes("Exif\0\0MM\0*");
    out.writeInt(8);
    out.writeShort(1);
    out.writeShort(0x0112);
    out.writeShort(3);
    out.writeInt(1);
    out.writeShort(orientation);
    out.writeShort(0);
    out.writeInt(0);
    ByteArrayOutputStream turned = new ByteArrayOutputStream();
    DataOutputStream whole = new DataOutputStream(turned);
    whole.write(level, 0, 2);
    whole.writeShort(0xFFE1);
    whole.writeShort(exif.size() + 2);
    whole.write(exif.toByteArray());
    whole.write(level, 2, level.length - 2);
    return turned.toByteArray();
  }

  /** The smallest WebP picture: one pixel. */
  static byte[] webp() {
    return Base64.getDecoder()
        .decode("UklGRiQAAABXRUJQVlA4IBgAAAAwAQCdASoBAAEAAwA0JaQAA3AA/vuUAAA=");
  }

  /** The head of a PNG that says it has ten thousand million pixels. */
  static byte[] bomb() throws IOException {
    ByteArrayOutputStream file = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(file);
    out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'});
    ByteArrayOutputStream head = new ByteArrayOutputStream();
    DataOutputStream in = new DataOutputStream(head);
    in.write("IHDR".getBytes(StandardCharsets.US_ASCII));
    in.writeInt(100_000);
    in.writeInt(100_000);
    in.write(new byte[] {8, 2, 0, 0, 0});
    CRC32 check = new CRC32();
    check.update(head.toByteArray());
    out.writeInt(13);
    out.write(head.toByteArray());
    out.writeInt((int) check.getValue());
    out.writeInt(0);
    out.writeBytes("IEND");
    out.writeInt(0xAE426082);
    return file.toByteArray();
  }
}
