import { queryOptions } from '@tanstack/react-query';
import { api, read } from '../../api/client';

/** Those who sell goods to the house. */
export const allSuppliers = queryOptions({
  queryKey: ['suppliers'],
  queryFn: () => read(api.GET('/api/suppliers')),
});

/** Those who get goods from the house. */
export const allCustomers = queryOptions({
  queryKey: ['customers'],
  queryFn: () => read(api.GET('/api/customers')),
});

/** The categories that items have. */
export const allCategories = queryOptions({
  queryKey: ['categories'],
  queryFn: () => read(api.GET('/api/categories')),
});

/** Who works here, by name. */
export const peopleNames = queryOptions({
  queryKey: ['people', 'names'],
  queryFn: () => read(api.GET('/api/people/names')),
  staleTime: 60_000,
});
