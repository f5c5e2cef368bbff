package app.reliquum.importing;

import app.reliquum.api.Page;
import app.reliquum.api.sheets.StaysBehind;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What would not move with the house, if it moved now. */
@Service
class StayingBehind {

  private final JdbcClient jdbc;
  private final String all;

  StayingBehind(JdbcClient jdbc, List<StaysBehind> kinds) {
    this.jdbc = jdbc;
    this.all =
        kinds.stream()
            .map(one -> "select '" + one.kind() + "' kind, s.* from (" + one.sql() + ") s")
            .collect(Collectors.joining(" union all "));
  }

  @Transactional(readOnly = true)
  Page<ImportViews.Staying> rows(int offset, int limit) {
    return new Page<>(
        jdbc.sql("select count(*) from (" + all + ") a").query(Long.class).single(),
        offset,
        jdbc.sql(
                "select kind, id, number, site, about from ("
                    + all
                    + ") a order by kind, number, id limit :limit offset :offset")
            .param("limit", limit)
            .param("offset", offset)
            .query(ImportViews.Staying.class)
            .list());
  }
}
