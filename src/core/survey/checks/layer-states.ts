import type { Check, CheckResult } from '../finding.js';
import type { SurveyedLayer, SurveyedPage } from '../observations.js';

function layersIn(
  state: SurveyedLayer['state'],
  what: string,
  propose: boolean,
): (page: SurveyedPage) => CheckResult[] {
  return (page) =>
    page.screens.flatMap(({ width, layers }) =>
      layers
        .filter((layer) => layer.state === state)
        .map(({ path, name, box }) => ({
          path,
          name,
          screen: width,
          ...(box ? { box } : {}),
          what,
          ...(propose ? { proposal: { do: 'leave-out', at: path } } : {}),
        })),
    );
}

const UNSEEN = 'Nobody sees it, so it does not come into the page; perhaps it was meant to be there.';

export const hiddenLayer: Check = {
  code: 'hidden-layer',
  severity: 'note',
  why: UNSEEN,
  find: layersIn('hidden', 'This layer is hidden.', true),
};

export const emptyLayer: Check = {
  code: 'empty-layer',
  severity: 'note',
  why: 'It has no effect, and makes the layers harder to read.',
  find: layersIn('empty', 'This layer is empty.', true),
};

export const offArtboard: Check = {
  code: 'off-board',
  severity: 'note',
  why: UNSEEN,
  find: layersIn('off-board', 'This is outside the artboard.', true),
};

export const groupOfOne: Check = {
  code: 'group-of-one',
  severity: 'note',
  why: 'A group around one element tells nothing about the layout.',
  find: ({ screens }) =>
    screens.flatMap(({ width, layers }): CheckResult[] => {
      const lone = layers.filter(({ state }) => state === 'holds-one');
      const [first] = lone;
      if (!first) return [];
      const what =
        lone.length === 1 ? 'This group holds one element.' : `${lone.length} groups like this one hold one element.`;
      return [{ path: first.path, name: first.name, screen: width, ...(first.box ? { box: first.box } : {}), what }];
    }),
};

export const looseObject: Check = {
  code: 'loose-object',
  severity: 'note',
  why: 'Where everything else is grouped, a loose element may end up in the wrong section.',
  find: layersIn('loose', 'This is directly on the artboard, in no group.', false),
};
