package app.reliquum.outbound;

import app.reliquum.api.sheets.StaysBehind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Orders of customers move as what is still to go out; what is picked for them, and jobs, don't.
 */
@Configuration
class PickedOrders {

  @Bean
  StaysBehind pickedOrdersStayBehind() {
    return new StaysBehind(
        StaysBehind.Kind.PICKED_ORDER,
        """
        select o.id, o.number, s.code site, c.code about from outbound_order o
          join site s on s.id = o.site_id join customer c on c.id = o.customer_id
        where o.kind = 'CUSTOMER' and exists
          (select 1 from reserved r where r.document = o.number and r.picked)
        """);
  }

  @Bean
  StaysBehind jobsStayBehind() {
    return new StaysBehind(
        StaysBehind.Kind.JOB,
        """
        select o.id, o.number, s.code site, coalesce(k.code, '') about from outbound_order o
          join site s on s.id = o.site_id left join item k on k.id = o.kit_id
        where o.kind = 'JOB' and o.state not in ('SHIPPED', 'DONE', 'CANCELLED')
        """);
  }
}
