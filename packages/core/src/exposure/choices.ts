/** For which part of the picture the falloff is made up. */
export const FAVOURS = { centre: 'the axis', half: 'half way to the farthest corner', corner: 'the farthest corner' } as const;
export const RELEASES = { hand: 'by hand', cable: 'cable', timer: 'self-timer', remote: 'remote' } as const;

export const SHUTTERS = {
  leaf: 'leaf shutter in the lens',
  focal: 'focal-plane shutter',
  electronic: 'electronic shutter',
  cap: 'lens cap or hat, counted by hand',
} as const;
