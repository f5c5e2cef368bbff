package app.reliquum.people;

import app.reliquum.api.ContentPolicy;
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
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.authentication.session.NullAuthenticatedSessionStrategy;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.header.HeaderWriterFilter;
import org.springframework.security.web.header.writers.CrossOriginOpenerPolicyHeaderWriter.CrossOriginOpenerPolicy;
import org.springframework.security.web.header.writers.CrossOriginResourcePolicyHeaderWriter.CrossOriginResourcePolicy;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerExceptionResolver;

/** Who is let in, and what a browser may do with what it gets. */
@Configuration
class Security {

  /** Sign-in has operations of its own; nothing may fall back to a generated user. */
  @Bean
  AuthenticationManager authenticationManager() {
    return authentication -> {
      throw new IllegalStateException("Sign in through /api/session.");
    };
  }

  /** A script of ours reads the token and sends it as a header; no other site's can. */
  @Bean
  CsrfTokenRepository csrfTokens() {
    CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
    tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict").path("/"));
    return tokens;
  }

  @Bean
  SecurityFilterChain filters(
      HttpSecurity http,
      SignIns signIns,
      CsrfTokenRepository csrfTokens,
      HandlerExceptionResolver handlerExceptionResolver)
      throws Exception {
    return http.sessionManagement(
            sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
        .csrf(
            csrf ->
                csrf.spa()
                    .csrfTokenRepository(csrfTokens)
                    // The token is renewed by signing in, not by every request of who has.
                    .sessionAuthenticationStrategy(new NullAuthenticatedSessionStrategy()))
        .headers(
            headers ->
                headers
                    .permissionsPolicyHeader(policy -> policy.policy("camera=(self)"))
                    .referrerPolicy(policy -> policy.policy(ReferrerPolicy.NO_REFERRER))
                    .crossOriginOpenerPolicy(
                        policy -> policy.policy(CrossOriginOpenerPolicy.SAME_ORIGIN))
                    .crossOriginResourcePolicy(
                        policy -> policy.policy(CrossOriginResourcePolicy.SAME_ORIGIN)))
        .authorizeHttpRequests(
            requests ->
                requests
                    .dispatcherTypeMatchers(
                        DispatcherType.FORWARD, DispatcherType.ERROR, DispatcherType.ASYNC)
                    .permitAll()
                    .requestMatchers(
                        "/api/session/password",
                        "/api/session/badge",
                        "/api/session/device",
                        "/api/session/options")
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
        .addFilterBefore(new ContentPolicy(), HeaderWriterFilter.class)
        .addFilterBefore(new WhoAsks(signIns), AnonymousAuthenticationFilter.class)
        .requestCache(cache -> cache.disable())
        .build();
  }

  /** Finds who asks, with the role and the sites that they have now. */
  private static final class WhoAsks extends OncePerRequestFilter {
    private final SignIns signIns;

    WhoAsks(SignIns signIns) {
      this.signIns = signIns;
    }

    @Override
    protected void doFilterInternal(
        HttpServletRequest request, HttpServletResponse response, FilterChain chain)
        throws ServletException, IOException {
      Optional.ofNullable(Cookies.SIGN_IN.of(request))
          .flatMap(signIns::actor)
          .ifPresent(
              actor -> {
                SecurityContext context = SecurityContextHolder.createEmptyContext();
                context.setAuthentication(new SignedIn(actor));
                SecurityContextHolder.setContext(context);
              });
      chain.doFilter(request, response);
    }
  }
}
