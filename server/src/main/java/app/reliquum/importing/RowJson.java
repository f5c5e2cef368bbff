package app.reliquum.importing;

import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Rows of tables as they are kept: what their cells say by column, without empty ones. */
@Component
class RowJson {

  private final JsonMapper json;

  RowJson(JsonMapper json) {
    this.json = json;
  }

  String written(TableRow row) {
    Map<String, String> cells = new LinkedHashMap<>();
    row.form()
        .columns()
        .forEach(
            column -> {
              if (row.says(column.name())) {
                cells.put(column.name(), row.text(column.name()));
              }
            });
    return json.writeValueAsString(cells);
  }

  Map<String, String> cells(@Nullable String written) {
    return written == null
        ? Map.of()
        : json.readValue(written, new TypeReference<LinkedHashMap<String, String>>() {});
  }

  TableRow row(TableForm form, int line, String written) {
    Map<String, String> cells = cells(written);
    return new TableRow(
        form,
        line,
        form.columns().stream().map(one -> cells.getOrDefault(one.name(), "")).toList());
  }
}
