// Leads the built program's questions with answers given as JSON, in a process of its own: node answering.cjs ANSWERS
const { start } = require('../dist/flow/start/start.js');
const { readWidths } = require('../dist/cli/options.js');

const left = JSON.parse(process.argv[2]);
const heard = [];
const next = (question) => {
  heard.push(question);
  if (left.length === 0) throw new Error(`Nobody answers: ${question}`);
  return left.shift();
};
const asker = {
  text: async (question, usual, check) => {
    for (;;) {
      const answer = next(question) || usual;
      const fault = check(answer);
      if (fault === undefined) return answer;
      heard.push(fault);
    }
  },
  pick: async (question, choices) => {
    heard.push(...choices.map(({ words }) => words));
    return next(question);
  },
  confirm: async (question) => next(question),
  say: (text) => heard.push(text),
};

start(asker, { progress: () => undefined, readWidths }).then(({ commands, made }) => {
  console.log(JSON.stringify({ heard: heard.join('\n'), commands, made }));
});
