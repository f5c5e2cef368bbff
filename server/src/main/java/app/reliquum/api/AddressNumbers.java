package app.reliquum.api;

import java.beans.PropertyEditorSupport;
import java.math.BigDecimal;
import java.util.function.Function;
import org.springframework.web.bind.WebDataBinder;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.InitBinder;

/**
 * Numbers in addresses, read as strictly as in bodies. They are editors and no converters: where a
 * converter refuses a text, Spring reads it once more with an editor of its own, which takes {@code
 * 0x10}, {@code 1e9} and the digits of every script.
 */
@ControllerAdvice
class AddressNumbers {

  @InitBinder
  void strict(WebDataBinder binder) {
    binder.registerCustomEditor(long.class, new Editor(Numbers::whole));
    binder.registerCustomEditor(Long.class, new Editor(Numbers::whole));
    binder.registerCustomEditor(int.class, new Editor(AddressNumbers::small));
    binder.registerCustomEditor(Integer.class, new Editor(AddressNumbers::small));
    binder.registerCustomEditor(BigDecimal.class, new Editor(Numbers::decimal));
  }

  private static int small(String text) {
    try {
      return Math.toIntExact(Numbers.whole(text));
    } catch (ArithmeticException tooLarge) {
      throw new IllegalArgumentException("is too large: '" + text + "'", tooLarge);
    }
  }

  /** Nothing stays nothing. */
  private static final class Editor extends PropertyEditorSupport {
    private final transient Function<String, ? extends Number> read;

    Editor(Function<String, ? extends Number> read) {
      this.read = read;
    }

    @Override
    public void setAsText(String text) {
      setValue(text.isEmpty() ? null : read.apply(text));
    }
  }
}
