import type { HouseRules } from '../../core/sheet/houseRules.ts';
import { choiceOf, RULE_CHOICES, type RuleChoices } from '../../core/sheet/ruleChoices.ts';
import { ruleFigureAddress } from './rulesCalls.ts';

/** Every rule with its choices as they look on a sheet. @param onChoose where they can be changed */
export const RuleFigures = ({
  rules,
  onChoose,
}: {
  rules: HouseRules;
  onChoose?: ((choice: RuleChoices['choices'][number]) => void) | undefined;
}) => (
  <div className="grid grid-cols-1 gap-x-6 gap-y-4 min-[1100px]:grid-cols-2">
    {RULE_CHOICES.map((rule) => {
      const taken = choiceOf(rules, rule);
      return (
        <fieldset key={rule.key} className="min-w-0">
          <legend className="pb-1 text-[14px] font-semibold">{rule.words}</legend>
          <div className="grid grid-cols-3 gap-2">
            {rule.choices.map((choice, i) => (
              <button
                key={choice.words}
                type="button"
                disabled={!onChoose}
                aria-pressed={i === taken}
                onClick={() => onChoose?.(choice)}
                className={`flex flex-col rounded-md border-2 bg-white p-1 text-[12.5px] disabled:cursor-default ${
                  i === taken ? 'border-house font-semibold' : 'border-rule hover:border-rule-strong'
                }`}
              >
                {/* biome-ignore lint/performance/noImgElement: a drawing made by the server, not a photograph */}
                <img
                  src={ruleFigureAddress(rule.key, i)}
                  alt=""
                  loading="lazy"
                  className="h-[128px] w-full rounded-sm bg-paper object-contain"
                />
                <span className="mt-1">{choice.words}</span>
              </button>
            ))}
          </div>
          {taken < 0 && <p className="text-[12.5px] text-second">Another choice, made at Set out.</p>}
        </fieldset>
      );
    })}
  </div>
);
