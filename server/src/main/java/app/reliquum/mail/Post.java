package app.reliquum.mail;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import java.time.Duration;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.mail.MailException;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes letters to the mail server: the one that is set, or the stand-in that ships along. */
@Configuration
class Post {

  private static final Logger LOG = LoggerFactory.getLogger(Post.class);
  private static final int AT_ONCE = 50;

  /** A mail server on loopback that takes everything and delivers nothing. */
  @Bean(initMethod = "start", destroyMethod = "stop")
  @ConditionalOnProperty(name = "reliquum.mail.host", havingValue = "stand-in")
  GreenMail standIn() {
    ServerSetup setup = ServerSetup.SMTP.dynamicPort();
    setup.setServerStartupTimeout(Duration.ofSeconds(10).toMillis());
    GreenMail server = new GreenMail(setup);
    server.setUser("orders", "orders");
    return server;
  }

  @Bean
  JavaMailSender sender(
      List<GreenMail> standIn,
      @Value("${reliquum.mail.host}") String host,
      @Value("${reliquum.mail.port}") int port,
      @Value("${reliquum.mail.user}") String user,
      @Value("${reliquum.mail.password}") String password) {
    JavaMailSenderImpl sender = new JavaMailSenderImpl();
    if (standIn.isEmpty()) {
      sender.setHost(host);
      sender.setPort(port);
      if (!user.isEmpty()) {
        sender.setUsername(user);
        sender.setPassword(password);
        sender.getJavaMailProperties().setProperty("mail.smtp.auth", "true");
      }
    } else {
      sender.setHost("127.0.0.1");
      sender.setPort(standIn.get(0).getSmtp().getPort());
    }
    sender.getJavaMailProperties().setProperty("mail.smtp.connectiontimeout", "5000");
    sender.getJavaMailProperties().setProperty("mail.smtp.timeout", "10000");
    return sender;
  }

  @Bean
  RecurringTask<Void> mailRound(
      Letters letters,
      JavaMailSender sender,
      @Value("${reliquum.mail.from}") String from,
      PlatformTransactionManager transactions) {
    TransactionTemplate transaction = new TransactionTemplate(transactions);
    return Tasks.recurring("mail", FixedDelay.of(Duration.ofSeconds(2)))
        .execute(
            (task, context) -> {
              for (int i = 0; i < AT_ONCE; i++) {
                Boolean more = transaction.execute(status -> sendOne(letters, sender, from));
                if (!Boolean.TRUE.equals(more)) {
                  return;
                }
              }
            });
  }

  private static boolean sendOne(Letters letters, JavaMailSender sender, String from) {
    List<Letters.Letter> next = letters.nextWaiting();
    if (next.isEmpty()) {
      return false;
    }
    Letters.Letter letter = next.get(0);
    SimpleMailMessage message = new SimpleMailMessage();
    message.setFrom(from);
    message.setTo(letter.recipient());
    message.setSubject(letter.subject());
    message.setText(letter.body());
    try {
      sender.send(message);
      letters.sent(letter.id());
    } catch (MailException fault) {
      LOG.warn("Letter {} could not be sent: {}", letter.id(), fault.getMessage());
      letters.failed(letter.id(), String.valueOf(fault.getMessage()));
    }
    return true;
  }
}
