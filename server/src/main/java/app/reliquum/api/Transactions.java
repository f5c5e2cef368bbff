package app.reliquum.api;

import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.orm.jpa.vendor.HibernateJpaVendorAdapter;

/** What transactions do to their connections. */
@Configuration(proxyBeanMethods = false)
class Transactions {

  /**
   * The isolation level is set once for each connection of the pool. Telling the database of each
   * transaction that it only reads, and afterwards that it does not, would cost two round trips.
   */
  @Bean
  static BeanPostProcessor connectionsStayAsTheyAre() {
    return new BeanPostProcessor() {
      @Override
      public Object postProcessBeforeInitialization(Object bean, String name) {
        if (bean instanceof HibernateJpaVendorAdapter adapter) {
          adapter.setPrepareConnection(false);
        }
        return bean;
      }
    };
  }
}
