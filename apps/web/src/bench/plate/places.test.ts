import { quayPlate } from '@gangway/core/examples.test-support';
import { knownPlate } from '@gangway/core/plate/known';
import { gripsOf, gripsOfLine, linesOn, withoutLine } from './places';
import { TOOLS, type ToolDefinition } from './tools';

const PLATE = { ...quayPlate, levels: [[50, 80, 350, 90]], doubtful: true } as const;

const tool = (id: ToolDefinition['id']): ToolDefinition => {
  const found = TOOLS.find((each) => each.id === id);
  if (!found) throw new Error(`there is no tool ${id}`);
  return found;
};

describe('what is drawn on a photograph', () => {
  test('an end of a line moves alone, and whoever moves it has looked at the lines', () => {
    const second = linesOn(PLATE)[1];
    if (!second) throw new Error('no line');
    const end = gripsOfLine(second)[1];
    const moved = end?.move(PLATE, [310, 240]);
    expect(moved?.uprights).toEqual([PLATE.uprights[0], [300, 50, 310, 240]]);
    expect(moved?.doubtful).toBe(false);
    expect(withoutLine(PLATE, second).uprights).toEqual([PLATE.uprights[0]]);
  });

  test('a foot is drawn from left to right and a height from foot to top, whichever way the hand goes', () => {
    const outlined = tool('front').drawn(PLATE, [300, 200], [100, 210]);
    expect(outlined.outline).toMatchObject({ leftFootPx: [100, 210], rightFootPx: [300, 200] });
    // Its top begins above its left end.
    expect(outlined.outline?.leftTopPx[0]).toBe(100);
    expect(outlined.outline?.leftTopPx[1]).toBeLessThan(210);
    const measured = tool('height').drawn(PLATE, [120, 60], [120, 220]).measured[0];
    expect(measured).toMatchObject({ fromPx: [120, 220], toPx: [120, 60] });
  });

  test('measurements get names of their own', () => {
    const once = tool('height').drawn(PLATE, [120, 220], [120, 60]);
    const twice = tool('height').drawn(once, [140, 220], [140, 60]);
    expect(new Set(twice.measured.map(({ name }) => name)).size).toBe(2);
    const kept = { ...twice, measured: twice.measured.slice(1) };
    expect(
      new Set(
        tool('height')
          .drawn(kept, [9, 9], [9, 1])
          .measured.map(({ name }) => name),
      ).size,
    ).toBe(2);
  });

  test('a vertical that is drawn by hand takes the place of typed values and of a horizon', () => {
    const typed = { ...PLATE, typed: { pitchDeg: 3, rollDeg: 0 }, horizon: [0, 150, 400, 150] as const };
    expect(tool('upright').drawn(typed, [10, 10], [12, 200])).toMatchObject({ typed: null, horizon: null });
  });

  test('tools say what they need', () => {
    const bare = { ...PLATE, uprights: [] };
    expect(tool('height').needs(bare, knownPlate(bare))).not.toBeNull();
    expect(tool('height').needs(PLATE, knownPlate(PLATE))).toBeNull();
    expect(tool('length').needs(PLATE, knownPlate(PLATE))).not.toBeNull();
    const outlined = tool('front').drawn(PLATE, [100, 210], [300, 200]);
    expect(tool('length').needs(outlined, knownPlate(outlined))).toBeNull();
    const sphere = { ...PLATE, kind: 'sphere', heightPx: 200 } as const;
    expect(tool('upright').needs(sphere, knownPlate(sphere))).not.toBeNull();
    expect(gripsOf(outlined)).toHaveLength(3);
  });
});
