package app.reliquum.api;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import io.swagger.v3.oas.models.media.StringSchema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.autoconfigure.condition.ConditionalOnMissingBean;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.boot.webmvc.autoconfigure.WebMvcRegistrations;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Lazy;
import org.springframework.format.FormatterRegistry;
import org.springframework.http.CacheControl;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.servlet.config.annotation.AsyncSupportConfigurer;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerAdapter;
import org.springframework.web.servlet.resource.EncodedResourceResolver;
import tools.jackson.databind.json.JsonMapper;

@Configuration
class ApiConfiguration implements WebMvcConfigurer {

  private static final Duration KEPT = Duration.ofDays(365);

  private final JsonMapper json;
  private final PermissionCheck permissions;
  private final QueryParametersCheck parameters;
  private final StreamingStart streaming;

  ApiConfiguration(
      @Lazy JsonMapper json,
      PermissionCheck permissions,
      QueryParametersCheck parameters,
      StreamingStart streaming) {
    this.streaming = streaming;
    this.json = json;
    this.permissions = permissions;
    this.parameters = parameters;
  }

  @Override
  public void configureAsyncSupport(AsyncSupportConfigurer async) {
    async.registerCallableInterceptors(streaming);
  }

  /** The name of an asset says what is in it: it is kept, and never asked for again. */
  @Override
  public void addResourceHandlers(ResourceHandlerRegistry handlers) {
    handlers
        .addResourceHandler("/assets/**")
        .addResourceLocations("classpath:/static/assets/")
        .setCacheControl(CacheControl.maxAge(KEPT).cachePublic().immutable())
        .resourceChain(true)
        .addResolver(new EncodedResourceResolver());
  }

  @Override
  public void addInterceptors(InterceptorRegistry interceptors) {
    interceptors.addInterceptor(permissions).addPathPatterns("/api/**");
    interceptors.addInterceptor(parameters).addPathPatterns("/api/**");
  }

  static {
    SpringDocUtils.getConfig()
        .replaceWithSchema(
            Quantity.class,
            new StringSchema()
                .format("decimal")
                .pattern("-?[0-9]{1,13}([.][0-9]{1,6})?")
                .example("12.5")
                .description("an exact decimal"))
        .addRequestWrapperToIgnore(Command.class, Actor.class);
  }

  /** An exact decimal travels as a string, so that no reader makes a binary float of it. */
  interface QuantityInJson {
    @JsonCreator
    static Quantity of(String text) {
      return Quantity.of(text);
    }

    @JsonValue
    String toString();
  }

  @Bean
  JsonMapperBuilderCustomizer quantities() {
    return builder -> builder.addMixIn(Quantity.class, QuantityInJson.class);
  }

  /** Every operation that takes a command is done once. */
  @Bean
  WebMvcRegistrations onceHandlers(ObjectProvider<Commands> commands) {
    return new WebMvcRegistrations() {
      @Override
      public RequestMappingHandlerAdapter getRequestMappingHandlerAdapter() {
        return new OnceHandlers(commands);
      }
    };
  }

  /** The clock of the machine, unless whoever starts the application has brought one. */
  @Bean
  @ConditionalOnMissingBean
  Clock clock() {
    return Clock.systemUTC();
  }

  @Override
  public void configureMessageConverters(HttpMessageConverters.ServerBuilder converters) {
    converters.withJsonConverter(RequestJson.converter(json));
  }

  /** What stands in an address is read as strictly as what stands in a body. */
  @Override
  public void addFormatters(FormatterRegistry formats) {
    formats.addConverter(String.class, LocalDate.class, Numbers::day);
    formats.addConverter(String.class, Instant.class, Numbers::moment);
    formats.addConverter(String.class, Quantity.class, Quantity::of);
    formats.addConverter(
        String.class,
        Boolean.class,
        text ->
            switch (text) {
              case "true" -> true;
              case "false" -> false;
              default -> throw new InvalidValueException("is true or false");
            });
  }

  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(new ActorResolver());
    resolvers.add(new CommandResolver());
  }
}
