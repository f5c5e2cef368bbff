package app.reliquum.returns;

import app.reliquum.api.sheets.StaysBehind;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Supplier returns are in no table: they are shipped or cancelled before a house moves. */
@Configuration
class OpenSupplierReturns {

  @Bean
  StaysBehind supplierReturnsStayBehind() {
    return new StaysBehind(
        StaysBehind.Kind.SUPPLIER_RETURN,
        """
        select r.id, r.number, s.code site, v.code about from supplier_return r
          join site s on s.id = r.site_id join supplier v on v.id = r.supplier_id
        where r.state = 'OPEN'
        """);
  }
}
