package app.reliquum.api;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.AnnotationsUtils;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Says in the API's document which fields of an answer are always there. Every part of it is
 * written; one that is marked as nullable may be null.
 */
@Component
class PresentFields implements ModelConverter {

  private final Map<String, Class<?>> records = new ConcurrentHashMap<>();

  @Override
  public @Nullable Schema<?> resolve(
      AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
    if (!chain.hasNext()) {
      return null;
    }
    Schema<?> schema = chain.next().resolve(type, context, chain);
    JavaType java = Json.mapper().constructType(type.getType());
    if (java != null && isShown(java.getRawClass()) && schema != null) {
      String name =
          schema.get$ref() == null
              ? schema.getName()
              : schema.get$ref().substring(schema.get$ref().lastIndexOf('/') + 1);
      if (name != null) {
        Class<?> other = records.put(name, java.getRawClass());
        if (other != null && other != java.getRawClass()) {
          throw new IllegalStateException(other + " and " + java + " are both called " + name);
        }
      }
    }
    return schema;
  }

  /** A record; or a class of public fields, where a record would have too many parts. */
  private static boolean isShown(Class<?> type) {
    return type.isRecord()
        || (!type.isEnum()
            && type.isAnnotationPresent(io.swagger.v3.oas.annotations.media.Schema.class));
  }

  private static List<Field> parts(Class<?> type) {
    return Arrays.stream(type.getDeclaredFields())
        .filter(field -> !Modifier.isStatic(field.getModifiers()))
        .toList();
  }

  /**
   * Completes the schemas once all are known: of what is asked, that which the server insists on is
   * required and anything else refused; of what is answered, everything is there.
   */
  void complete(OpenAPI document, Map<String, Schema<?>> schemas) {
    Set<String> asked = new HashSet<>();
    for (PathItem item : document.getPaths().values()) {
      for (Operation operation : item.readOperations()) {
        if (operation.getRequestBody() != null) {
          operation
              .getRequestBody()
              .getContent()
              .values()
              .forEach(content -> reach(content.getSchema(), schemas, asked));
        }
      }
    }
    records.forEach(
        (name, type) -> {
          Schema<?> schema = schemas.get(name);
          if (schema == null || schema.getProperties() == null) {
            return;
          }
          if (asked.contains(name)) {
            insist(schema, type);
          } else {
            complete(schema, type);
          }
        });
  }

  private static void reach(
      @Nullable Schema<?> schema, Map<String, Schema<?>> schemas, Set<String> reached) {
    if (schema == null) {
      return;
    }
    if (schema.get$ref() != null) {
      String name = schema.get$ref().substring(schema.get$ref().lastIndexOf('/') + 1);
      if (reached.add(name)) {
        reach(schemas.get(name), schemas, reached);
      }
      return;
    }
    reach(schema.getItems(), schemas, reached);
    if (schema.getProperties() != null) {
      schema.getProperties().values().forEach(one -> reach(one, schemas, reached));
    }
  }

  /** What a request must say, and what it may. */
  private static void insist(Schema<?> schema, Class<?> type) {
    List<String> required = new ArrayList<>();
    for (Field said : parts(type)) {
      String name = said.getName();
      Schema<?> property = schema.getProperties().get(name);
      if (property == null) {
        continue;
      }
      boolean text = said.isAnnotationPresent(NotBlank.class);
      boolean some = said.isAnnotationPresent(NotEmpty.class);
      if (said.getType().isPrimitive()
          || text
          || some
          || said.isAnnotationPresent(NotNull.class)
          || said.getAnnotatedType().isAnnotationPresent(NotNull.class)) {
        required.add(name);
        if (text || some) {
          schema.getProperties().put(name, notEmpty(property));
        }
      } else {
        schema.getProperties().put(name, orNull(property));
      }
    }
    schema.setRequired(required.isEmpty() ? null : required);
    schema.setAdditionalProperties(false);
  }

  private static Schema<?> notEmpty(Schema<?> property) {
    if (property.get$ref() != null) {
      return property;
    }
    Schema<?> copy = AnnotationsUtils.clone(property, true);
    if (copy.getItems() != null) {
      copy.setMinItems(1);
    } else {
      copy.setMinLength(1);
    }
    return copy;
  }

  /** An answer always has all of its members. */
  private static void complete(Schema<?> schema, Class<?> type) {
    List<String> required = new ArrayList<>();
    for (Field component : parts(type)) {
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
    if (property.get$ref() != null || property.getEnum() != null) {
      Schema<Object> nothing = new Schema<>();
      nothing.setTypes(Set.of("null"));
      Schema<Object> either = new Schema<>();
      either.setAnyOf(List.of(property, nothing));
      return either;
    }
    // A copy: schemas of one type may be shared.
    Schema<?> copy = AnnotationsUtils.clone(property, true);
    Set<String> types = new LinkedHashSet<>();
    if (property.getTypes() != null) {
      types.addAll(property.getTypes());
    } else if (property.getType() != null) {
      types.add(property.getType());
    }
    types.add("null");
    copy.setTypes(types);
    return copy;
  }
}
