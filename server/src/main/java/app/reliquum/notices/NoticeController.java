package app.reliquum.notices;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class NoticeController {

  private final Notices notices;
  private final NoticeChoices choices;

  NoticeController(Notices notices, NoticeChoices choices) {
    this.notices = notices;
    this.choices = choices;
  }

  @Operation(operationId = "listNotices", summary = "One's own notices, filtered")
  @Needs(Permission.LOOK)
  @GetMapping("/notices")
  Page<Notices.Row> notices(
      Actor actor,
      @RequestParam(defaultValue = "UNREAD") Notices.Filter filter,
      ListQuery<NoticeColumn> list) {
    return notices.page(filter, list, actor);
  }

  /** How many notices one has not read. */
  @Schema(name = "UnreadNotices")
  record Unread(int count) {}

  @Operation(operationId = "countUnreadNotices", summary = "How many of one's notices are unread")
  @Needs(Permission.LOOK)
  @GetMapping("/notices/unread")
  Unread unread(Actor actor) {
    return new Unread(notices.unread(actor));
  }

  @Operation(operationId = "getNotice", summary = "One of one's own notices")
  @Needs(Permission.LOOK)
  @GetMapping("/notices/{id}")
  Notices.Row notice(Actor actor, @PathVariable long id) {
    return notices.notice(id, actor);
  }

  /** Whether a notice was read. */
  @Schema(name = "NoticeReadEntry")
  record ReadEntry(@NotNull Boolean read) {}

  @Operation(operationId = "markNotice", summary = "Mark one of one's notices as read or unread")
  @Needs(Permission.LOOK)
  @PutMapping("/notices/{id}")
  Unread mark(Command command, @PathVariable long id, @Valid @RequestBody ReadEntry entry) {
    return new Unread(notices.read(id, entry.read(), command.actor()));
  }

  /** The newest notice that was seen. */
  @Schema(name = "NoticesReadEntry")
  record ReadUpTo(@NotNull Long upTo) {}

  @Operation(
      operationId = "markNoticesRead",
      summary = "Mark all of one's notices up to one as read")
  @Needs(Permission.LOOK)
  @PostMapping("/notices/reading")
  Unread markAll(Command command, @Valid @RequestBody ReadUpTo entry) {
    return new Unread(notices.readUpTo(entry.upTo(), command.actor()));
  }

  @Operation(operationId = "listNoticeChoices", summary = "Which roles are told of what, and how")
  @Needs(Permission.LOOK)
  @GetMapping("/notice-choices")
  List<NoticeChoices.Choice> choices() {
    return choices.all();
  }

  @Operation(operationId = "chooseNotice", summary = "Choose how a role is told of a kind")
  @Needs(Permission.RULES)
  @PutMapping("/notice-choices")
  List<NoticeChoices.Choice> choose(
      Command command, @Valid @RequestBody NoticeChoices.Entry entry) {
    return choices.choose(entry, command.actor());
  }
}
