import type { WriteKindDefinition } from './kind';

export const template: WriteKindDefinition<'template'> = {
  kind: 'template',
  lane: ({ template: { id } }) => `template:${id}`,
  sending: ({ template: { id, ...body } }) => ({ method: 'PUT', path: `card-templates/${id}`, body }),
  overlays: {},
  lists: ['templates'],
};
