import type { RegisterQuery } from '../../exchange/register.ts';

/** What of the register is shown, as its address: only what differs from the usual. */
export const registerAddress = (asked: RegisterQuery): string => {
  const query = new URLSearchParams();
  const put = (key: string, value: string | undefined): void => {
    if (value !== undefined) query.set(key, value);
  };
  put('find', asked.find || undefined);
  put('folder', asked.folder);
  put('tag', asked.tag);
  put('state', asked.state);
  put('archive', asked.archive);
  put('pictures', asked.pictures);
  put('sort', asked.sort === 'number' ? undefined : asked.sort);
  put('down', asked.down);
  put('page', asked.page > 1 ? String(asked.page) : undefined);
  return query.size ? `/?${query}` : '/';
};
