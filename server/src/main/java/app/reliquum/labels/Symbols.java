package app.reliquum.labels;

import app.reliquum.api.Problem;
import app.reliquum.core.scan.DigitalLink;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.text.Message;
import java.util.List;
import org.jspecify.annotations.Nullable;
import uk.org.okapibarcode.backend.Code128;
import uk.org.okapibarcode.backend.DataMatrix;
import uk.org.okapibarcode.backend.HumanReadableLocation;
import uk.org.okapibarcode.backend.OkapiException;
import uk.org.okapibarcode.backend.QrCode;
import uk.org.okapibarcode.backend.Symbol;
import uk.org.okapibarcode.graphics.Rectangle;

/** Makes the symbols of labels: Code 128 and GS1-128, DataMatrix and GS1 DataMatrix, QR. */
final class Symbols {

  /** Where GS1 Digital Links of the house point; nothing needs to be there. */
  private static final String LINKS = "https://id.kittiwake.example";

  private static final int BAR_HEIGHT = 40;

  private Symbols() {}

  /** Which symbol a label carries. */
  enum Kind {
    /** Code 128, or GS1-128 if it carries elements. */
    BARS,
    /** DataMatrix, or GS1 DataMatrix if it carries elements. */
    DATAMATRIX,
    /** QR; elements go as a GS1 Digital Link. */
    QR
  }

  /** A symbol as black rectangles, in modules. */
  record Drawn(double width, double height, List<Rectangle> rectangles) {}

  static Drawn draw(Label label, Kind kind) {
    try {
      Symbol symbol = symbol(label, kind);
      symbol.setHumanReadableLocation(HumanReadableLocation.NONE);
      symbol.setContent(content(label, kind));
      return new Drawn(symbol.getWidth(), symbol.getHeight(), symbol.getRectangles());
    } catch (OkapiException | IllegalArgumentException fault) {
      throw Problem.refused(
          "no-symbol",
          "The label of {0} can't carry {1}: {2}",
          label.title(),
          label.readable(),
          Message.of(fault));
    }
  }

  private static Symbol symbol(Label label, Kind kind) {
    boolean gs1 = label.elements().isPresent();
    Symbol symbol =
        switch (kind) {
          case BARS -> {
            Code128 bars = new Code128();
            bars.setBarHeight(BAR_HEIGHT);
            yield bars;
          }
          case DATAMATRIX -> {
            DataMatrix matrix = new DataMatrix();
            matrix.setForceMode(DataMatrix.ForceMode.SQUARE);
            yield matrix;
          }
          case QR -> {
            QrCode qr = new QrCode();
            qr.setPreferredEccLevel(QrCode.EccLevel.M);
            yield qr;
          }
        };
    symbol.setDataType(gs1 && kind != Kind.QR ? Symbol.DataType.GS1 : Symbol.DataType.ECI);
    symbol.setQuietZoneHorizontal(kind == Kind.BARS ? 10 : 4);
    symbol.setQuietZoneVertical(kind == Kind.BARS ? 0 : 4);
    return symbol;
  }

  private static @Nullable String content(Label label, Kind kind) {
    if (label.elements().isEmpty()) {
      return label.text();
    }
    ElementString elements = label.elements().get();
    if (kind == Kind.QR) {
      return DigitalLink.of(LINKS, elements);
    }
    StringBuilder bracketed = new StringBuilder();
    for (ElementString.Element element : elements.elements()) {
      bracketed.append('[').append(element.identifier().code()).append(']').append(element.data());
    }
    return bracketed.toString();
  }
}
