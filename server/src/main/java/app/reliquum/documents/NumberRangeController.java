package app.reliquum.documents;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/number-ranges")
class NumberRangeController {

  private final NumberRanges ranges;

  NumberRangeController(NumberRanges ranges) {
    this.ranges = ranges;
  }

  @Operation(operationId = "listNumberRanges", summary = "How documents are numbered")
  @Needs(Permission.LOOK)
  @GetMapping
  List<NumberRanges.Range> list() {
    return ranges.all();
  }

  @Operation(
      operationId = "changeNumberRange",
      summary = "Number documents of a kind otherwise from now on")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping
  NumberRanges.Range change(Command command, @Valid @RequestBody NumberRanges.Entry entry) {
    return ranges.change(entry);
  }
}
