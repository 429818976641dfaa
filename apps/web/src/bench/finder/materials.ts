const KEY = 'gangway.materials';

/** Whether the picture is drawn with its materials in this browser; so it is until somebody says otherwise. */
export function wantsMaterials(): boolean {
  try {
    return localStorage.getItem(KEY) !== 'off';
  } catch {
    return true;
  }
}

/** Remembers that in this browser: on a slow machine a plain picture is sooner there. */
export function rememberMaterials(wanted: boolean): void {
  try {
    localStorage.setItem(KEY, wanted ? 'on' : 'off');
  } catch (error) {
    console.warn('Gangway cannot remember in this browser how the picture is drawn.', error);
  }
}
