import { required } from '../../data/required.js';
import type { Check, CheckResult } from '../finding.js';
import type { SurveyedLayer } from '../observations.js';

export const equalNames: Check = {
  code: 'equal-names',
  severity: 'note',
  why: 'Names are how decisions find their layer; of several with one name, each has to be told by its place.',
  find: ({ screens }) =>
    screens.flatMap(({ width, layers }) => {
      const groups = new Map<string, SurveyedLayer[]>();
      for (const layer of layers)
        if (layer.state === 'group' && layer.name) groups.set(layer.name, [...(groups.get(layer.name) ?? []), layer]);
      return [...groups].flatMap(([name, same]): CheckResult[] => {
        /* Items of a list are called alike and hold the same. */
        if (new Set(same.map(({ holds }) => holds)).size < 2) return [];
        const { path, box } = required(same[1]);
        return [
          {
            name,
            path,
            screen: width,
            ...(box ? { box } : {}),
            what: `${same.length} different layers are called "${name}".`,
          },
        ];
      });
    }),
};
