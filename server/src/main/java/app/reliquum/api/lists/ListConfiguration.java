package app.reliquum.api.lists;

import app.reliquum.api.Page;
import app.reliquum.api.QueryParameters;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.BooleanSchema;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.QueryParameter;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Lets controllers take a {@link ListQuery}, and says in the API's document what it can be. */
@Configuration(proxyBeanMethods = false)
class ListConfiguration implements WebMvcConfigurer {

  static {
    SpringDocUtils.getConfig().addRequestWrapperToIgnore(ListQuery.class);
  }

  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(new ListQueryResolver());
  }

  @Bean
  QueryParameters listParameterNames() {
    return ListQueryResolver::names;
  }

  @Bean
  OperationCustomizer listParameters() {
    return (operation, method) -> {
      for (var parameter : method.getMethodParameters()) {
        if (parameter.getParameterType() == ListQuery.class) {
          describe(operation, columns(ListQueryResolver.columns(parameter)));
          if (ListQueryResolver.paged(parameter)) {
            stretch(operation);
          }
        }
      }
      return operation;
    };
  }

  private static List<ListColumn> columns(Class<?> type) {
    return Arrays.stream(type.getEnumConstants()).map(ListColumn.class::cast).toList();
  }

  private static void describe(Operation operation, List<ListColumn> columns) {
    StringSchema sorts = new StringSchema();
    columns.stream()
        .filter(one -> one.value().sorts())
        .forEach(one -> sorts.addEnumItem(one.name()));
    String conditions =
        columns.stream()
            .map(one -> one.name() + " (" + one.value().comparisonNames() + ")")
            .collect(Collectors.joining("; "));
    add(operation, "q", "Words that must all be found in a row.", new StringSchema());
    add(
        operation,
        "where",
        "A condition: COLUMN:COMPARISON:value. " + conditions + ".",
        new ArraySchema().items(new StringSchema()));
    add(operation, "sort", "The column to sort by.", sorts);
    add(operation, "descending", "The other way round.", new BooleanSchema()._default(false));
  }

  private static void stretch(Operation operation) {
    add(
        operation,
        "offset",
        "The number of the first row, from 0.",
        new IntegerSchema().format("int32").minimum(BigDecimal.ZERO)._default(0));
    add(
        operation,
        "limit",
        "How many rows at most.",
        new IntegerSchema()
            .format("int32")
            .minimum(BigDecimal.ONE)
            .maximum(BigDecimal.valueOf(Page.MAX_ROWS))
            ._default(ListQueryResolver.ROWS));
  }

  private static void add(Operation operation, String name, String meaning, Schema<?> schema) {
    operation.addParametersItem(
        new QueryParameter().name(name).description(meaning).required(false).schema(schema));
  }
}
