package app.reliquum.catalog;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Picture;
import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/items/{item}/picture")
class PictureController {

  private static final String NEWER =
      "Which picture is meant, so that a browser asks again for a newer one. It gets the latest.";

  private final Catalog catalog;
  private final ItemPictures pictures;

  PictureController(Catalog catalog, ItemPictures pictures) {
    this.catalog = catalog;
    this.pictures = pictures;
  }

  @Operation(operationId = "getItemPicture", summary = "The picture of an item")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping
  ResponseEntity<byte[]> picture(
      @PathVariable long item,
      @Parameter(description = NEWER) @RequestParam(required = false) Long version) {
    Picture picture = pictures.of(item).orElseThrow(() -> Problem.missing("picture of item", item));
    // Nothing in it runs.
    return ResponseEntity.ok()
        .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
        .header("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox")
        .contentType(MediaType.parseMediaType(picture.mediaType()))
        .body(picture.content());
  }

  @Operation(operationId = "setItemPicture", summary = "Set the picture of an item")
  @Needs(Permission.RULES)
  @PutMapping(consumes = {"image/jpeg", "image/png", "image/webp"})
  Catalog.ItemCard set(Command command, @PathVariable long item, @RequestBody byte[] content) {
    Catalog.ItemCard card = catalog.item(item);
    pictures.set(item, content);
    return card;
  }

  @Operation(operationId = "removeItemPicture", summary = "Remove the picture of an item")
  @Needs(Permission.RULES)
  @DeleteMapping
  Catalog.ItemCard remove(Command command, @PathVariable long item) {
    pictures.remove(item);
    return catalog.item(item);
  }
}
