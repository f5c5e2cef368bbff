package app.reliquum.supply;

import app.reliquum.api.sheets.StaysBehind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Requisitions are in no table: they are ordered or cancelled before a house moves. */
@Configuration
class OpenRequisitions {

  @Bean
  StaysBehind requisitionsStayBehind() {
    return new StaysBehind(
        StaysBehind.Kind.REQUISITION,
        """
        select l.id, r.number, s.code site, i.code about from requisition_line l
          join requisition r on r.id = l.requisition_id join site s on s.id = r.site_id
          join item i on i.id = l.item_id
        where l.state in ('REQUESTED', 'APPROVED')
        """);
  }
}
