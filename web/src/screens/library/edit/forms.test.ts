import { ROW_FORMS } from './forms.ts';

test.each(Object.entries(ROW_FORMS))('the form of %s has a place for every field that a row can hold', (_, form) => {
  const held = form.groups.flatMap(([, names]) => names);
  expect(new Set(held).size).toBe(held.length);
  expect([...held].sort()).toEqual(
    Object.keys(form.schema.properties!)
      .filter((key) => key !== 'id')
      .sort(),
  );
});
