package app.reliquum.house;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/taxes")
class TaxController {

  private final Taxes taxes;

  TaxController(Taxes taxes) {
    this.taxes = taxes;
  }

  @Operation(operationId = "listTaxes", summary = "Taxes on what is bought")
  @Needs(Permission.LOOK)
  @GetMapping
  List<Taxes.Card> taxes() {
    return taxes.all();
  }

  @Operation(operationId = "addTax", summary = "Add a tax")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Taxes.Card add(Command command, @Valid @RequestBody Taxes.Entry entry) {
    return taxes.add(entry);
  }

  @Operation(operationId = "changeTax", summary = "Change a tax")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/{id}")
  Taxes.Card change(Command command, @PathVariable long id, @Valid @RequestBody Taxes.Entry entry) {
    return taxes.change(id, entry);
  }
}
