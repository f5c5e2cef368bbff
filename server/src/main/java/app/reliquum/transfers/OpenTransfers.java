package app.reliquum.transfers;

import app.reliquum.api.sheets.StaysBehind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Transfers are in no table: what is on the road arrives before a house moves. */
@Configuration
class OpenTransfers {

  @Bean
  StaysBehind transfersStayBehind() {
    return new StaysBehind(
        StaysBehind.Kind.TRANSFER,
        """
        select t.id, t.number, f.code site, r.code about from transfer t
          join site f on f.id = t.from_site_id join site r on r.id = t.to_site_id
        where t.state <> 'CLOSED'
        """);
  }
}
