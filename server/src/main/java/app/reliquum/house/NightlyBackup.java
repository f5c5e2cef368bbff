package app.reliquum.house;

import app.reliquum.api.Backup;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Daily;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Backs the house up each night by a program of the installation ({@code deploy/backup.sh}), on one
 * of its servers. A backup that fails is told of, as any work that fails.
 */
@Configuration
@ConditionalOnExpression("!'${reliquum.backup.program}'.isEmpty()")
class NightlyBackup implements Backup {

  private static final Logger LOG = LoggerFactory.getLogger(NightlyBackup.class);
  private static final int LONGEST = 300;

  private final List<String> command;
  private final Map<String, String> database;

  NightlyBackup(
      @Value("${reliquum.backup.program}") String program,
      @Value("${reliquum.backup.folder}") String folder,
      @Value("${reliquum.backup.keep}") int keep,
      @Value("${spring.datasource.url}") String url,
      @Value("${spring.datasource.username}") String user,
      @Value("${spring.datasource.password}") String password) {
    this.command = List.of(program, "nightly", folder);
    this.database =
        Map.of(
            "RELIQUUM_DB_URL", url,
            "RELIQUUM_DB_USER", user,
            "RELIQUUM_DB_PASSWORD", password,
            "RELIQUUM_BACKUP_KEEP", Integer.toString(keep));
  }

  @Bean
  RecurringTask<Void> nightlyBackupTask(@Value("${reliquum.backup.at}") String at) {
    return Tasks.recurring("nightly-backup", new Daily(ZoneId.systemDefault(), LocalTime.parse(at)))
        .execute((task, context) -> LOG.info("{}", backUp()));
  }

  @Override
  public String backUp() {
    ProcessBuilder program = new ProcessBuilder(command).redirectErrorStream(true);
    program.environment().putAll(database);
    try {
      Process running = program.start();
      String said =
          new String(running.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
      if (running.waitFor() != 0) {
        throw new IllegalStateException(
            "The backup failed: " + said.substring(Math.max(0, said.length() - LONGEST)));
      }
      return said;
    } catch (IOException fault) {
      throw new UncheckedIOException("The backup could not be started", fault);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("The backup was cut off: the server is being stopped");
    }
  }
}
