package app.reliquum.adjusting;

import app.reliquum.api.sheets.StaysBehind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Loans are in no table: what is lent comes back before a house moves. */
@Configuration
class OpenLoans {

  @Bean
  StaysBehind loansStayBehind() {
    return new StaysBehind(
        StaysBehind.Kind.LOAN,
        """
        select l.id, l.number, s.code site, l.party about from loan l
          join site s on s.id = l.site_id
        where l.closed is null
        """);
  }
}
