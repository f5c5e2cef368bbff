package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.config.annotation.method.configuration.EnableMethodSecurity;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.authentication.rememberme.RememberMeAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerExceptionResolver;

/** Who gets through the door, and what a browser may do with what it gets. */
@Configuration
@EnableMethodSecurity
class Security {

  private static final String CONTENT_POLICY =
      "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline';"
          + " img-src 'self' data: blob:; font-src 'self' data:; media-src 'self' blob:;"
          + " worker-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'self';"
          + " frame-ancestors 'none'";

  @Bean
  PasswordEncoder hashes() {
    return new BCryptPasswordEncoder();
  }

  @Bean
  SecurityContextRepository contexts() {
    return new HttpSessionSecurityContextRepository();
  }

  /** Sign-in has doors of its own; nothing may fall back to a generated user. */
  @Bean
  AuthenticationManager authenticationManager() {
    return authentication -> {
      throw new IllegalStateException("Sign in through /api/session.");
    };
  }

  @Bean
  SecurityFilterChain doors(
      HttpSecurity http,
      SecurityContextRepository contexts,
      Signatures signatures,
      People people,
      HandlerExceptionResolver handlerExceptionResolver)
      throws Exception {
    var memory = new RememberMeAuthenticationFilter(authentication -> authentication, signatures);
    memory.setSecurityContextRepository(contexts);
    return http.securityContext(context -> context.securityContextRepository(contexts))
        .csrf(csrf -> csrf.spa())
        .headers(
            headers ->
                headers
                    .contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                    .permissionsPolicyHeader(policy -> policy.policy("camera=(self)")))
        .authorizeHttpRequests(
            requests ->
                requests
                    .dispatcherTypeMatchers(
                        DispatcherType.FORWARD, DispatcherType.ERROR, DispatcherType.ASYNC)
                    .permitAll()
                    .requestMatchers("/api/session/password", "/api/session/badge")
                    .permitAll()
                    .requestMatchers("/api/openapi.json")
                    .permitAll()
                    .requestMatchers("/api/**")
                    .authenticated()
                    .requestMatchers("/actuator/health/**", "/actuator/health")
                    .permitAll()
                    .requestMatchers("/actuator/**")
                    .denyAll()
                    .anyRequest()
                    .permitAll())
        .exceptionHandling(
            errors ->
                errors
                    .authenticationEntryPoint(
                        (request, response, fault) ->
                            handlerExceptionResolver.resolveException(
                                request,
                                response,
                                null,
                                new Problem(HttpStatus.UNAUTHORIZED, "sign-in", "Sign in first.")))
                    .accessDeniedHandler(
                        (request, response, fault) ->
                            handlerExceptionResolver.resolveException(
                                request,
                                response,
                                null,
                                Problem.forbidden(
                                    "The request was not let through. Load the page again."))))
        .addFilterBefore(memory, AnonymousAuthenticationFilter.class)
        .addFilterBefore(new Freshness(people), AuthorizationFilter.class)
        .requestCache(cache -> cache.disable())
        .build();
  }

  /** A person's role and sites count as they are now, not as they were at sign-in. */
  private static final class Freshness extends OncePerRequestFilter {
    private final People people;

    Freshness(People people) {
      this.people = people;
    }

    @Override
    protected void doFilterInternal(
        HttpServletRequest request, HttpServletResponse response, FilterChain chain)
        throws ServletException, IOException {
      var authentication = SecurityContextHolder.getContext().getAuthentication();
      if (authentication instanceof SignedIn signedIn) {
        Optional<Actor> now = people.current(signedIn.getPrincipal().id());
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        now.ifPresent(
            actor ->
                context.setAuthentication(
                    actor.equals(signedIn.getPrincipal()) ? signedIn : SignedIn.of(actor)));
        SecurityContextHolder.setContext(context);
      }
      chain.doFilter(request, response);
    }
  }
}
