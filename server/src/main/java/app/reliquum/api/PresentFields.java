package app.reliquum.api;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Says in the API's document which fields of an answer are always there. Every part of a record is
 * written; one that is marked as nullable may be null.
 */
@Component
class PresentFields implements ModelConverter {

  private static final Set<String> REQUESTS = Set.of("Entry", "EntryLine", "Saying");

  private final Map<String, Class<?>> records = new ConcurrentHashMap<>();

  @Override
  public Schema<?> resolve(
      AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
    if (!chain.hasNext()) {
      return null;
    }
    Schema<?> schema = chain.next().resolve(type, context, chain);
    JavaType java = Json.mapper().constructType(type.getType());
    if (java != null && java.getRawClass().isRecord() && schema != null) {
      String name =
          schema.get$ref() == null
              ? schema.getName()
              : schema.get$ref().substring(schema.get$ref().lastIndexOf('/') + 1);
      if (name != null) {
        records.put(name, java.getRawClass());
      }
    }
    return schema;
  }

  /** Completes the schemas once all are known. */
  void complete(Map<String, Schema<?>> schemas) {
    records.forEach(
        (name, type) -> {
          Schema<?> schema = schemas.get(name);
          if (schema != null && schema.getProperties() != null && !isRequest(type)) {
            complete(schema, type);
          }
        });
  }

  private static boolean isRequest(Class<?> type) {
    return REQUESTS.stream().anyMatch(ending -> type.getSimpleName().endsWith(ending));
  }

  private static void complete(Schema<?> schema, Class<?> type) {
    List<String> required = new ArrayList<>();
    for (RecordComponent component : type.getRecordComponents()) {
      Schema<?> property = schema.getProperties().get(component.getName());
      if (property == null) {
        continue;
      }
      required.add(component.getName());
      if (component.getAnnotatedType().isAnnotationPresent(Nullable.class)) {
        schema.getProperties().put(component.getName(), orNull(property));
      }
    }
    schema.setRequired(required);
  }

  private static Schema<?> orNull(Schema<?> property) {
    if (property.get$ref() != null) {
      Schema<Object> nothing = new Schema<>();
      nothing.setTypes(Set.of("null"));
      Schema<Object> either = new Schema<>();
      either.setAnyOf(List.of(new Schema<>().$ref(property.get$ref()), nothing));
      return either;
    }
    Set<String> types = new LinkedHashSet<>();
    if (property.getTypes() != null) {
      types.addAll(property.getTypes());
    } else if (property.getType() != null) {
      types.add(property.getType());
    }
    types.add("null");
    if (property.getEnum() != null) {
      Schema<Object> nothing = new Schema<>();
      nothing.setTypes(Set.of("null"));
      Schema<Object> either = new Schema<>();
      either.setAnyOf(List.of(property, nothing));
      return either;
    }
    // A copy: schemas of one type may be shared.
    Schema<Object> copy = new Schema<>();
    copy.setTypes(types);
    copy.setFormat(property.getFormat());
    copy.setDescription(property.getDescription());
    copy.setItems(property.getItems());
    return copy;
  }
}
