import { remember, remembered } from '../../store/remembered';

const NAME = 'gangway.materials';

/** Whether the picture is drawn with its materials in this browser; so it is until somebody says otherwise. */
export function wantsMaterials(): boolean {
  return remembered(NAME) !== 'off';
}

/** Remembers that in this browser: on a slow machine a plain picture is sooner there. */
export function rememberMaterials(wanted: boolean): void {
  remember(NAME, wanted ? 'on' : 'off');
}
