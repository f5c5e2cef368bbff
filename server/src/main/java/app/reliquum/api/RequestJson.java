package app.reliquum.api;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.function.Function;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.BeanProperty;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.cfg.EnumFeature;
import tools.jackson.databind.deser.std.StdScalarDeserializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * How the bodies of requests are read: to the letter. A member that nobody knows, a number with a
 * fraction where a whole one is meant, an enum by its place, a null among others are refused and
 * never passed over. What the house has written itself (answers, sentences) is read leniently, and
 * not here.
 */
final class RequestJson {

  private RequestJson() {}

  static JacksonJsonHttpMessageConverter converter(JsonMapper lenient) {
    SimpleModule module = new SimpleModule("requests");
    module.addDeserializer(String.class, new PlainText());
    module.addDeserializer(BigDecimal.class, new Decimal());
    module.addDeserializer(LocalDate.class, new Written<>(LocalDate.class, Numbers::day));
    module.addDeserializer(Instant.class, new Written<>(Instant.class, Numbers::moment));
    return new JacksonJsonHttpMessageConverter(
        lenient
            .rebuild()
            .addModule(module)
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
            .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
            .enable(EnumFeature.FAIL_ON_NUMBERS_FOR_ENUMS)
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .changeDefaultNullHandling(
                before -> JsonSetter.Value.construct(before.getValueNulls(), Nulls.FAIL))
            .build());
  }

  /** A text that can be kept; as it came, where it was scanned. */
  private static final class PlainText extends StdScalarDeserializer<String> {
    private final boolean scanned;

    PlainText() {
      this(false);
    }

    private PlainText(boolean scanned) {
      super(String.class);
      this.scanned = scanned;
    }

    @Override
    public ValueDeserializer<?> createContextual(DeserializationContext context, BeanProperty of) {
      return of != null && of.getAnnotation(Scanned.class) != null ? new PlainText(true) : this;
    }

    @Override
    public String deserialize(JsonParser parser, DeserializationContext context) {
      if (!parser.hasToken(JsonToken.VALUE_STRING)) {
        return (String) context.handleUnexpectedToken(getValueType(context), parser);
      }
      String text = parser.getString();
      try {
        return scanned ? text : Texts.plain(text);
      } catch (IllegalArgumentException unfit) {
        return (String)
            context.handleWeirdStringValue(String.class, text, "%s", unfit.getMessage());
      }
    }
  }

  /** A number, or a text that is one. */
  private static final class Decimal extends StdScalarDeserializer<BigDecimal> {
    Decimal() {
      super(BigDecimal.class);
    }

    @Override
    public BigDecimal deserialize(JsonParser parser, DeserializationContext context) {
      try {
        return switch (parser.currentToken()) {
          case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT -> Numbers.bounded(parser.getDecimalValue());
          case VALUE_STRING -> Numbers.decimal(parser.getString());
          default -> (BigDecimal) context.handleUnexpectedToken(getValueType(context), parser);
        };
      } catch (IllegalArgumentException unfit) {
        return (BigDecimal)
            context.handleWeirdStringValue(
                BigDecimal.class, Numbers.brief(parser.getString()), "%s", unfit.getMessage());
      }
    }
  }

  /** Something that is written as a text. */
  private static final class Written<T> extends StdScalarDeserializer<T> {
    private final Class<T> type;
    private final transient Function<String, T> read;

    Written(Class<T> type, Function<String, T> read) {
      super(type);
      this.type = type;
      this.read = read;
    }

    @Override
    @SuppressWarnings("unchecked")
    public T deserialize(JsonParser parser, DeserializationContext context) {
      if (!parser.hasToken(JsonToken.VALUE_STRING)) {
        return (T) context.handleUnexpectedToken(getValueType(context), parser);
      }
      try {
        return read.apply(parser.getString());
      } catch (IllegalArgumentException unfit) {
        return (T)
            context.handleWeirdStringValue(
                type, Numbers.brief(parser.getString()), "%s", unfit.getMessage());
      }
    }
  }
}
