import { normalise } from '../method/find'

/** A question known by its words: every pattern of one line must be in it. */
type Intent = readonly [id: string, ...patterns: readonly RegExp[]]

/**
 * Emergencies, before everything else; then questions whose nearest neighbour would be a
 * dangerous answer. Patterns are over the question in small letters, words in the singular.
 */
const URGENT: readonly Intent[] = [
  ['botulism-signs', /\b(numb|blurr?(y|ed)|double vision|droop|slurr?(y|ed|ing)?|swallow(ing)?|paraly|botulism|poison(ed|ing)?)\b/, /\b(eat|eating|ate|eaten|feel|throat|vision|eye|eyelid|speech|mouth|sick|ill|swallow|symptom|husband|wife|kid|child|mother|father|he|she|i|my)\b/],
  ['botulism-signs', /\b(sick|ill|vomit(ing)?|nausea|dizzy|weak)\b/, /\b(after|from|ate|eat|eating|eaten)\b/],
  ['burned', /\b(burn(ed|t)?|scald(ed|ing)?|blister)\b/, /\b(hand|face|arm|skin|finger|somebody|someone|kid|child|me|myself|she|he|steam)\b/],
  ['weight-blown', /\b(weight|jiggler|regulator|plug|petcock|valve|fuse|rocker|thing)\b/, /\b(pop(p?ed)?|blew|blown|flew|flown|shot|jump(ed)?|let go|burst|came|fell|fall|gone|launch(ed)?|ejected)\b/, /\b(off|out|gone|blown|blew|burst|let go|across|hit)\b/],
  ['boiled-dry', /\b(boil(ed)?|ran|run|went|gone|cooked|burn(ed|t)?)\b.*\b(dry|no water|out of water|without water|empty)\b|\bno water (left )?in\b|\bcanner (is |was )?dry\b|\bwater (is |was |has |all )*(gone|boiled away|evaporated)\b/],
  ['lid-leaks', /\bsteam|hiss|leak/, /\b(rim|around|round|edge|side|under the lid|between|from the lid|gasket)\b/],
  ['open-under-pressure', /\b(take|lift|remove|open|release|pull|let|bleed|vent)\b/, /\b(weight|lid|canner|pressure|steam|it|regulator)\b/, /\b(at|still|while|with|before|left|only)\b.*\b(psi|pound|pressure|zero|kpa|hot)\b|\b\d+ ?(psi|pound|kpa)\b/],
  ['open-under-pressure', /\b(quick|fast|speed|rapid)\b.*\brelease\b|\brelease\b.*\b(quick|fast|manual|valve)/],
  ['vent-forgotten', /\b(forgot(ten)?|skip(ped)?|didn t|did not|never|without|not|only|missed|no)\b/, /\b(vent(ed|ing)?|exhaust(ed)?)\b(?! pipe| hole)/],
  ['pints-time', /\bquart/, /\bpint/, /\b(time|minute|instead|wrong|for the|setting)\b/, /\b(used|ran|run|processed|did|gave|timed|mistake|accident|set)\b/],
  ['lemon-forgotten', /\b(forgot(ten)?|left out|didn t|did not|without|skipp?(ed)?|missed|no)\b/, /\b(lemon|citric|acid|vinegar)\b/, /\b(tomato|juice|salsa|sauce|jar|lemon|citric|acid)\b/],
] // prettier-ignore

const PLAIN: readonly Intent[] = [
  ['fell', /\b(pressure|gauge|dial|needle|psi)\b/, /\b(fell|fall|drop(p?ed|s|ping)?|dip(p?ed|s)?|lost|went down|below|under|sank|went to zero)\b/],
  ['too-high', /\b(pressure|gauge|dial|needle|psi|pound)\b/, /\b(over|above|too high|higher|creeping up|past|too much|shot up|overshot)\b/, /\b(target|mark|high|higher|psi|pound|much|up|should|where)\b/],
  ['power-cut', /\b(power|electric(ity)?|gas|propane|stove|burner)\b/, /\b(out|went|gone|cut|off|empty|ran out|fail(ed)?|died|outage|tripped)\b/],
  ['gift-jar', /\b(neighbou?r|friend|aunt|gift|given|gave|somebody|someone|church|swap(p?ed)?|mother in law|co ?worker)\b/, /\b(jar|gave|gift|canned|given)\b/],
  ['ten-years', /\b(undated|no date|without (a )?date|no label|unlabel(l)?ed|unmarked|don t know when|years? old|ancient|found old)\b/],
  ['clock-starts', /\b(when|where|what point)\b/, /\b(start|begin|starts|starting|count)\b/, /\b(time|timer|timing|clock|minute|counting|count)\b/],
  ['dial-and-weight', /\b(dial|gauge)\b/, /\b(weight|jiggler|rocker)\b/, /\b(differ(ent|ently)?|disagree|say|says|but|mismatch|match|not the same|versus)\b/],
  ['jars-waiting', /\b(filled|full|packed)\b/, /\bjar/, /\b(wait(ing|ed)?|sit(ting)?|sat|stood|stand|counter|hour|before the canner|on hold)\b/],
  ['recipe-online', /\b(recipe|video|blog|website|internet|online|youtube|facebook|pinterest|page)\b/, /\b(found|saw|online|internet|safe|trust|blog|video|say|says|ok)\b/],
  ['frozen-vegetables', /\b(frozen|freezer)\b/, /\b(can|canned|canning|use|jar)\b/],
  ['baby-food', /\bbaby ?food|\bbaby\b.*\b(food|puree|jar)\b/],
  ['tight-or-loose', /\b(tight(ly)?|loose(ly)?|firm(ly)?|press|tamp|shake|jam|stuff)\b/, /\b(pack|fill|jar|down|in)\b/],
  ['moved-altitude', /\b(mov(ed|ing)|other kitchen|another (kitchen|house)|cabin|new house|different (altitude|elevation)|vacation)\b/],
  ['overnight', /\b(overnight|until morning|all night|next morning|slept|fell asleep)\b/],
  ['wrong-weight', /\bwrong\b.*\bweight\b|\bweight\b.*\b(wrong|instead|5|five)\b/],
  ['lock-up', /\b(lock|lid|cover)\b/, /\b(stuck|won t|will not|doesn t|does not|can t|jammed|drop|open|come off)\b/, /\b(stuck|drop|open|off|jammed|budge|lock|down)\b/],
  ['find-altitude', /\b(how high|altitude|elevation)\b/, /\b(my|our|town|house|find|know|live|am i|are we)\b/],
  ['cloudy', /\b(cloud(y|iness)?|murky|milky)\b/],
  ['must-leave', /\b(leave|go out|run to|pick up|errand|store|school|bed|sleep|walk away)\b/, /\b(canner|house|kitchen|stove|pressure|kid|child|running|on|it)\b/],
  ['retighten', /\b(tighten|retighten|loose)\b/, /\b(band|ring)\b/],
  ['cool-faster', /\b(cool|speed|fast|faster|quick(er)?|hurry)\b/, /\b(cold water|tap|fan|cool|canner|down|ice)\b/],
  ['jar-broke', /\b(jar|glass)\b/, /\b(broke|broken|crack(ed)?|shatter(ed)?|bottom fell)\b/],
  ['siphoning', /\b(why|siphon(ed|ing)?|prevent|cause)\b/, /\b(liquid|water|juice|siphon)/, /\b(lost|losing|loss|lose|low|leav|siphon)/],
  ['too-much-lost', /\b(lost|losing|loss|low|half (empty|full|gone)|missing)\b/, /\b(liquid|water|juice|level|jar)\b/],
] // prettier-ignore

const said = (question: string): string => normalise(question.replace(/[’']/g, ' '))

const hit = (intents: readonly Intent[], text: string): string | undefined =>
  intents.find(([, ...patterns]) => patterns.every((p) => p.test(text)))?.[0]

/** The urgent answer that a question asks for, by id; undefined where it is not urgent. */
export const urgentOf = (question: string): string | undefined => hit(URGENT, said(question))

/** The answer whose question this plainly is, by id. */
export const plainlyAsked = (question: string): string | undefined => hit(PLAIN, said(question))
