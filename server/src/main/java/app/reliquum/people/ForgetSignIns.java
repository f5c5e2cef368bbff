package app.reliquum.people;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Forgets what is over: tries to sign in, and sign-ins that ended long ago. */
@Configuration
class ForgetSignIns {

  @Bean
  RecurringTask<Void> forgetEndedSignIns(Tries tries, SignIns signIns) {
    return Tasks.recurring("forget-sign-ins", FixedDelay.of(Duration.ofHours(1)))
        .execute(
            (task, context) -> {
              tries.forget();
              signIns.forget();
            });
  }
}
