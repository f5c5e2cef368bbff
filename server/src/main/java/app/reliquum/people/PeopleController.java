package app.reliquum.people;

import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/people")
@PreAuthorize("hasAuthority('PEOPLE')")
class PeopleController {

  private final People people;
  private final Commands commands;

  PeopleController(People people, Commands commands) {
    this.people = people;
    this.commands = commands;
  }

  @GetMapping
  List<People.Card> all() {
    return people.all();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  People.Card add(Command command, @Valid @RequestBody People.Entry entry) {
    return commands.once(
        command, "add person", entry.withoutSecrets(), People.Card.class, () -> people.add(entry));
  }

  @PutMapping("/{id}")
  People.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody People.Entry entry) {
    return commands.once(
        command, "change person " + id, entry.withoutSecrets(), People.Card.class, () -> people.change(id, entry));
  }
}
