/** A question known by its words: every pattern of one line must be in it. */
type Intent = readonly [id: string, ...patterns: readonly RegExp[]]

/**
 * Emergencies, before everything else: questions whose nearest neighbour would be a dangerous
 * answer. Patterns are over the question in small letters.
 */
const URGENT: readonly Intent[] = [
  ['botulism-signs', /\b(numb|blurr?(y|ed)|double vision|droop(ing|y)?|slurr?(y|ed|ing)?|swallow(ing)?|paraly\w*|botulism|poison(ed|ing)?|throat|can t see|can t breathe|hard to breathe)\b/, /\b(eat|eating|ate|eaten|feel|throat|vision|eyes?|eyelids?|speech|words|mouth|sick|ill|swallow\w*|symptoms?|husband|wife|kids?|child|mother|father|grandpa|grandma|supper|dinner|he|she|i|my|we)\b/],
  ['botulism-signs', /\b(sick|ill|vomit(ing)?|throwing up|nausea|dizzy|weak)\b/, /\b(after|from|ate|eat|eating|eaten)\b/],
  ['botulism-signs', /\b(ate|eaten|tasted|swallowed|licked)\b.*\b(bad|swollen|bulg\w*|puff\w*|spoil\w*|smell\w*|mold\w*|leak\w*|foam\w*|fizz\w*|(was|were|is|tasted|looked|smelled|seemed|went|gone) off)\b|\b(bad|swollen|bulg\w*|spoil\w*|mold\w*)\b.*\b(already|i|we|he|she|they) (ate|tasted|swallowed|licked)\b/, /^(?!.*\b(frozen|years? old|rings?|bands?)\b)/],
  ['burned', /\b(burn(ed|t|s)?|scald(ed|ing|s)?|blister(s|ed)?|splash(ed)?)\b/, /\b(hands?|face|arms?|wrist|legs?|foot|skin|fingers?|somebody|someone|kids?|child|me|myself|she|he|daughter|son)\b/],
  ['weight-blown', /\b(weight|jiggler|regulator|plug|petcock|valve|fuse|rocker|thing|something|cap)\b/, /\b(pop(p?ed)?|blew|blown|flew|flown|shot|jump(ed)?|let go|burst|came|fell|fall|gone|launch(ed)?|ejected|spit)\b(?! (pin|back))/, /\b(off|out|gone|blown|blew|burst|let go|across|hit|loose)\b/],
  ['weight-blown', /\b(there goes|lost) the (weight|jiggler|regulator|rocker|plug)\b|\b(weight|jiggler|regulator|rocker|plug) is gone\b|\b(where|with) the (weight|jiggler|regulator|rocker) (was|used to be|sat|should be|gone)\b/],
  ['boiled-dry', /\b(boil(ed|ing)?|ran|run|running|went|gone|go(?! in)|cooked|burn(ed|t)?)\b.*\b(dry|no water|out of water|without water|empty)\b(?! (jars?|glass|beans|peas|kidney|pinto|black|navy))|\b(no|any|has no|without) (more )?water (left )?in\b|\bcanner (is |was |has |s )?(dry|no water)\b|\bwater (is |was |has |all |just )*(gone|boiled away|boiled off|evaporated|cooked (out|off|away))\b/, /^(?!.*\b(propane|tank|gas|power|half|thirds?|(from|in) (one|a|my) jar|my (jars|quarts|pints)|the jars)\b)/],
  ['lid-leaks', /\b(steam|hiss|leak|drip)/, /\b(rim|around|round|edges?|sides?|under the lid|between|from the lid|gasket|lid is|lid s|all over)\b/],
  ['vent-forgotten', /\b(forgot(ten)?|skip(ped)?|didn t|did not|never|without|not|only|missed|no|right away|straight)\b/, /\b(vent(ed|ing)?|exhaust(ed|ing)?|let(ting)? (it |the )?(steam|air)( out| first)?|steam (it )?first|air out)\b(?! pipe| hole)/],
  ['open-under-pressure', /\b(take|lift|remove|open|release|pull|let|bleed|tip|nudge|crack|loosen)\b/, /\b(weight|lid|canner|pressure|steam|it|regulator|petcock)\b/, /\b(at|still|while|with|before|left|only|says?|shows?|reads?)\b.*\b(psi|pounds?|pressure|zero|kpa|hot)\b|\b\d+ ?(psi|pounds?|kpa)\b/],
  ['open-under-pressure', /\b(quick(ly)?|fast(er)?|speed|rapid|by hand|early)\b.*\b(releas\w+|let (the )?(pressure|steam)|bleed|pressure out|steam out)\b|\b(releas\w+|let|bleed|tip(ping)?|nudge)\b.*\b(pressure|steam|weight)\b.*\b(quick(ly)?|fast(er)?|manual|valve|out|off)\b|\bpressure out\b.*\bquick/],
  ['pints-time', /\bquarts?\b/, /\bpints?\b/, /\b(times?|timed|minutes?|instead|wrong|for the|setting|like)\b/, /\b(used|ran|run|processed|did|gave|got|timed|mistake|accident|set|were)\b/],
  ['lemon-forgotten', /\b(forgot(ten)?|left out|didn t|did not|without|skipp?(ed)?|missed|no|never)\b/, /\b(lemon|citric|acid|vinegar)\b/, /\b(tomato(es)?|juice|salsa|sauce|jars?|lemon|citric|acid)\b/],
] // prettier-ignore

/** A question in small letters and without signs; words as they were said. */
const said = (question: string): string =>
  question
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()

const hit = (intents: readonly Intent[], text: string): string | undefined =>
  intents.find(([, ...patterns]) => patterns.every((p) => p.test(text)))?.[0]

/** The urgent answer that a question asks for, by id; undefined where it is not urgent. */
export const urgentOf = (question: string): string | undefined => hit(URGENT, said(question))
