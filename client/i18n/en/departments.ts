export const departments = {
  departments: {
    title: 'Departments',
    add: 'Add',
    new: 'New department',
    name: 'Name at the counter',
    code: 'Code',
    codeHint: 'Price lists name it by this. It stays.',
    noSpace: 'A code has no space.',
    taxCode: 'Tax code of its lines',
    items_one: '{{count}} item on sale',
    items_other: '{{count}} items on sale',
    active: 'At the counter',
    on: 'At the counter',
    off: 'Off',
    save: 'Save',
  },
};
