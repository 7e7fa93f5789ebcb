/** A question known by its words: every pattern of one line must be in it. */
type Intent = readonly [id: string, ...patterns: readonly RegExp[]]

/**
 * Emergencies, before everything else; then questions whose nearest neighbour would be a
 * dangerous answer. Patterns are over the question in small letters.
 */
const URGENT: readonly Intent[] = [
  ['botulism-signs', /\b(numb|blurr?(y|ed)|double vision|droop(ing|y)?|slurr?(y|ed|ing)?|swallow(ing)?|paraly\w*|botulism|poison(ed|ing)?|throat|can t see|can t breathe|hard to breathe)\b/, /\b(eat|eating|ate|eaten|feel|throat|vision|eyes?|eyelids?|speech|words|mouth|sick|ill|swallow\w*|symptoms?|husband|wife|kids?|child|mother|father|grandpa|grandma|supper|dinner|he|she|i|my|we)\b/],
  ['botulism-signs', /\b(sick|ill|vomit(ing)?|throwing up|nausea|dizzy|weak)\b/, /\b(after|from|ate|eat|eating|eaten)\b/],
  ['burned', /\b(burn(ed|t|s)?|scald(ed|ing|s)?|blister(s|ed)?|splash(ed)?)\b/, /\b(hands?|face|arms?|wrist|legs?|foot|skin|fingers?|somebody|someone|kids?|child|me|myself|she|he|daughter|son)\b/],
  ['weight-blown', /\b(weight|jiggler|regulator|plug|petcock|valve|fuse|rocker|thing|something|cap)\b/, /\b(pop(p?ed)?|blew|blown|flew|flown|shot|jump(ed)?|let go|burst|came|fell|fall|gone|launch(ed)?|ejected|spit)\b(?! (pin|back))/, /\b(off|out|gone|blown|blew|burst|let go|across|hit|loose)\b/],
  ['boiled-dry', /\b(boil(ed|ing)?|ran|run|running|went|gone|go|cooked|burn(ed|t)?)\b.*\b(dry|no water|out of water|without water|empty)\b|\b(no|any|has no|without) (more )?water (left )?in\b|\bcanner (is |was |has |s )?(dry|no water)\b|\bwater (is |was |has |all |just )*(gone|boiled away|boiled off|evaporated|cooked (out|off|away))\b/, /^(?!.*\b(propane|tank|gas|power|half|my (jars|quarts|pints)|the jars)\b)/],
  ['lid-leaks', /\b(steam|hiss|leak|drip)/, /\b(rim|around|round|edges?|sides?|under the lid|between|from the lid|gasket|lid is|lid s|all over)\b/],
  ['open-under-pressure', /\b(take|lift|remove|open|release|pull|let|bleed|tip|nudge|crack|loosen)\b/, /\b(weight|lid|canner|pressure|steam|it|regulator|petcock)\b/, /\b(at|still|while|with|before|left|only|says?|shows?|reads?)\b.*\b(psi|pounds?|pressure|zero|kpa|hot)\b|\b\d+ ?(psi|pounds?|kpa)\b/],
  ['open-under-pressure', /\b(quick(ly)?|fast(er)?|speed|rapid|by hand|early)\b.*\b(releas\w+|let (the )?(pressure|steam)|bleed|pressure out|steam out)\b|\b(releas\w+|let|bleed|tip(ping)?|nudge)\b.*\b(pressure|steam|weight)\b.*\b(quick(ly)?|fast(er)?|manual|valve|out|off)\b|\bpressure out\b.*\bquick/],
  ['vent-forgotten', /\b(forgot(ten)?|skip(ped)?|didn t|did not|never|without|not|only|missed|no|right away|straight)\b/, /\b(vent(ed|ing)?|exhaust(ed|ing)?|let(ting)? (it |the )?(steam|air)( out| first)?|steam (it )?first|air out)\b(?! pipe| hole)/],
  ['pints-time', /\bquarts?\b/, /\bpints?\b/, /\b(times?|timed|minutes?|instead|wrong|for the|setting|like)\b/, /\b(used|ran|run|processed|did|gave|got|timed|mistake|accident|set|were)\b/],
  ['lemon-forgotten', /\b(forgot(ten)?|left out|didn t|did not|without|skipp?(ed)?|missed|no|never)\b/, /\b(lemon|citric|acid|vinegar)\b/, /\b(tomato(es)?|juice|salsa|sauce|jars?|lemon|citric|acid)\b/],
] // prettier-ignore

const PLAIN: readonly Intent[] = [
  ['fell', /\b(pressure|gauge|dial|needle|psi|it)\b/, /\b(fell|falls|fall|drop(p?ed|s|ping)?|dip(p?ed|s)?|slip(p?ed|s)?|lost|went down|went under|goes down|below|sank|sinking|went to zero)\b/, /\b(pressure|gauge|dial|needle|psi|target|mark|zero|\d+)\b/],
  ['clock-starts', /\b(when|where|what point|do i|does)\b/, /\b(start(s|ing)?|begin(s|ning)?|counts?|counting)\b/, /\b(times?|timer|timing|clock|minutes?|counting|count)\b/],
  ['dial-and-weight', /\b(dial|gauge)\b/, /\b(weight|jiggler|rocker)\b/, /\b(differ(ent|ently)?|disagree|(do not|don t|not) agree|say|says|but|mismatch|match|not the same|versus|believe|trust|shows?)\b/],
  ['wrong-weight', /\bweight on by mistake\b|\b(wrong|instead)\b.*\b(weight|jiggler|regulator)\b|\b(weight|jiggler|piece|regulator)\b.*\b(wrong|instead)\b/],
  ['weight-test', /\bweights?\b.*\b(test\w*|accura\w*|calibrat\w*)\b/],
  ['dial-off', /\b(dial|gauge)\b.*\b(reads?|off|wrong|inaccurate)\b.*\b(high|low|by|off|use)\b/],
  ['where-tested', /\bwhere\b.*\b(test\w*|check\w*|calibrat\w*)\b/],
  ['dial-or-weight', /\bdial\b.*\bor\b.*\bweight\w*\b|\bweight\w*\b.*\bor\b.*\bdial\b/],
  ['power-cut', /\b(power|electric(ity)?|gas|propane|stove|burner|current)\b/, /\b(out|went out|gone|quit|cut|shut off|went off|empty|ran out|fail(ed)?|died|outage|tripped|lost)\b(?! of the oven)/],
  ['too-high', /\b(pressure|gauge|dial|needle|psi)\b/, /\b(over|above|too high|high(er)?|creeping up|climbing|past|too much|shot up|overshot|went up|rising)\b/, /\b(target|mark|high|higher|psi|pounds?|much|up|should|where|wanted|eleven|\d+)\b/],
  ['too-high', /\b(bring|get|lower)\b.*\bpressure\b.*\b(down|back|lower)\b|\btoo much pressure\b/],
  ['weight-rhythm', /\b(weight|jiggler|rocker)\b.*\b(rattl\w*|hardly|barely|rock(s|ing)?|jiggl(es|ing)|danc\w*|hiss\w*|crazy|sound|often|noisy|constantly|fast)\b/],
  ['no-pressure', /\b(won t|will not|doesn t|does not|not|never|slow|forever|isn t)\b.*\b(come|coming|climb\w*|build\w*|rise|rising|get|up)\b.*\b(pressure|up)\b/],
  ['vent-faltered', /\b(steam|vent\w*)\b.*\b(stopped|stop|falter\w*|weak|died|sputter\w*|paused|interrupted|halfway)\b/],
  ['sediment', /\b(white (stuff|powder|bits)|crystals?|sediment|powder)\b/],
  ['floats', /\bfloat(s|ing)?\b/],
  ['rack', /\brack\b/, /\b(without|need|no|lost|bottom|necessary)\b/],
  ['books-differ', /\b(book|chart|table|guide)\b.*\bsays?\b.*\b(book|chart|table|guide)\b/],
  ['longer-time', /\b(leave|keep|process|cook) (them|it)\b.*\blonger\b/],
  ['water-bath', /\bboil(ed|ing)?\b.*\bhours?\b.*\b(instead|ok|enough)\b/],
  ['jar-reuse', /\bre ?us(e|ed|ing)\b.*\bjars?\b/],
  ['gift-jar', /\b(neighbou?r|friend|lady|aunt|uncle|gift|given|gave|somebody|someone|church|swap(p?ed)?|mother in law|co ?worker|got)\b/, /\b(jars?|gave|gift|canned|given)\b/, /\b(neighbou?r|friend|lady|aunt|uncle|gift|given|gave|church|swap(p?ed)?|mother in law|co ?worker|somebody|someone)\b/],
  ['old-lids', /\blids?\b/, /\b(from 20\d\d|years? (ago|old)|old|expire|how old|shelf life|last year s)\b/],
  ['how-long-keeps', /\b(how long|how many (years|months)|still good|good|expire|last|keep|keeps)\b.*\b(sealed|jars?|canned|shelf|years? old|keep|keeps)\b(?!.*\b(undated|no date|who knows|label)\b)/, /\b(keeps?|year|years|expire|shelf life|shelf|still good|two year|one year|three year)\b/, /^(?!.*\b(lids?|bands?|grandma|old jars|ten|eight|nine|seven|six|fresh|wait|corn)\b)/],
  ['how-long-keeps', /\b(one|two|three|1|2|3) years? old\b|\bfrom 20\d\d\b/, /\b(jars?|food|beans|corn|canned)\b/, /^(?!.*\blids?\b)/],
  ['lid-reuse', /\b(re ?use|use .* again|second time|twice)\b.*\blids?\b|\blids?\b.*\b(re ?use|again|second time|twice)\b/],
  ['ten-years', /\b(undated|no date|without (a )?(date|labels?)|no labels?|unlabel(l)?ed|unmarked|don t know when|years? old|ancient|found old|who knows when|grandma s cellar|cellar of)\b/],
  ['jars-waiting', /\b(filled|full|packed)\b/, /\bjars?\b/, /\b(wait(ing|ed)?|sit(ting)?|sat|stood|stand|counter|hours?|before the canner|before going in|on hold|not done|ready)\b/],
  ['recipe-online', /\b(recipe|video|blog|website|internet|online|youtube|facebook|pinterest|page|tiktok)\b/, /\b(found|saw|online|internet|safe|trust|blog|video|say|says|ok|youtube|facebook)\b/],
  ['frozen-jar', /\b(froze|frozen|freez\w*)\b.*\b(garage|cellar|shed|porch|cold|winter|jars?)\b|\bjars?\b.*\b(froze|frozen)\b/, /\bjars?\b/, /\b(froze|frozen)\b/],
  ['frozen-vegetables', /\b(frozen|freezer|thaw(ed)?)\b/, /\b(can|canned|canning|use|jars?)\b/],
  ['baby-food', /\bbaby ?foods?\b|\bbaby\b.*\b(food|purees?|jars?)\b/],
  ['retighten', /\b(tighten|retighten|loose|crank)\b/, /\b(bands?|rings?)\b/],
  ['bands-stored', /\b(bands?|rings?)\b/, /\b(on|off|leave|store|storage|remove|keep)\b/, /^(?!.*\brust)/],
  ['rusty-band', /\brust\w*\b/, /\b(bands?|rings?)\b/],
  ['tight-or-loose', /\b(tight(ly)?|loose(ly)?|firm(ly)?|press|tamp|shake|jam|stuff(ed)?|cram)\b/, /\b(pack(ed)?|fill(ed)?|jars?|down|in|room)\b/],
  ['where-store', /\bbest place\b.*\bjars?\b/],
  ['where-store', /\bwhere\b.*\b(keep|store|put|stand|shelf|jars)\b.*\b(jars?|store|them)\b/, /^(?!.*\b(hot|cool)\b)/],
  ['moved-altitude', /\b(mov(ed|ing)|new kitchen|other kitchen|another (kitchen|house)|cabin|new house|different (altitude|elevation)|vacation|sister s|mother s|live up|now live)\b/, /\b(mov(ed|ing)|kitchen|house|cabin|altitude|elevation|higher|lower|mountains?|canning|canner|vacation)\b/],
  ['overnight', /\b(overnight|until morning|all night|next morning|slept|fell asleep|woke up|went to bed)\b/, /\b(jars?|canner|left|in|sat)\b/],
  ['lock-up', /\b(lock|lid|cover|pin)\b/, /\b(stuck|won t|will not|doesn t|does not|can t|jammed|drop|open|unlock|come off|stays up)\b/, /\b(stuck|drop|open|off|jammed|budge|lock|unlock|down|up)\b/, /^(?!.*\b(seal\w*|jars?|one lid|lids didn)\b)/],
  ['find-altitude', /\b(how high|altitude|elevation)\b/, /\b(my|our|town|house|find|know|live|am i|are we)\b/],
  ['why-altitude', /\b(why|does|really|matter)\b.*\b(altitude|elevation)\b|\b(altitude|elevation)\b.*\b(why|matter)\b/],
  ['vinegar-water', /\b(water marks?|white film|hard water)\b/],
  ['cloudy', /\b(cloud(y|iness)?|murky|milky)\b/],
  ['dark-top', /\b(dark(er|ened)?|brown(ed)?|black(ened)?|gr[ea]y|discolou?red)\b.*\b(top|jars?|food|carrots|beans|potatoes)\b|\btop\b.*\b(dark|brown|black|gr[ea]y)\b/],
  ['must-leave', /\b(run out to|pick up my)\b/],
  ['must-leave', /\b(leave|go out|run to|pick up|errand|go to bed|sleep|walk away|step out)\b/, /\b(canner|house|kitchen|stove|pressure|running|while it|it cools)\b/],
  ['cool-faster', /\b(cool|speed|fast|faster|quick(er)?|hurry|cold water|ice)\b/, /\b(cold water|tap|fan|cool(ing)?|down|ice)\b/, /\b(canner|it|pot|cool(ing)?|tap|fan)\b/, /^(?!.*\b(cellar|store|counter)\b)/],
  ['jar-broke', /\b(jars?|glass)\b/, /\b(broke|broken|crack(ed)?|shatter(ed)?|bottom (fell|dropped)|burst)\b/],
  ['siphoning', /\b(why|siphon(ed|ing)?|prevent|causes?|makes)\b/, /\b(liquid|water|juice|siphon\w*)\b/, /\b(lost|losing|loss|lose|low|leav\w*|siphon\w*)\b/],
  ['too-much-lost', /\b(lost|losing|loss|low|half|missing|gone)\b/, /\b(liquid|water|juice|level)\b/, /\b(jars?|quarts?|pints?|liquid|safe)\b/],
  ['not-sealed', /\b(didn t|did not|not|failed|won t)\b.*\b(seal\w*|go down|pop|ping)\b/],
  ['unsealed-later', /\b(popped|unsealed|came open|loose lid|open(ed)? (itself|up))\b.*\b(shelf|pantry|cellar|later|found)\b|\b(found|shelf)\b.*\b(popped|unsealed|open|loose)\b.*\b(lid|jars?|shelf)\b/],
  ['did-it-seal', /\b(how|check|know|tell|test)\b.*\bseal(ed|s)?\b/],
  ['discard', /\b(throw|toss|get rid|dispose|discard)\b/, /\b(bad|doubtful|spoiled|swollen|out|away|jars?)\b/, /^(?!.*\b(rust\w*|rings?|bands?)\b)/],
  ['spoiled-signs', /\b(bulg\w*|swollen|smells? (off|bad|funny|strange|weird)|spurt\w*|mold\w*|mould\w*|slimy|spoil(ed|t)?|gone bad)\b/, /^(?!.*\b(skip|miss|tonight)\b)/],
  ['sterilise-jars', /\bboil (the )?jars before\b/],
  ['sterilise-jars', /\b(sterili[sz]e\w*|boil\w* (the )?jars|jars\b.*\bboil\w* first)\b/],
  ['boil-before', /\bboil\b.*\b(before|tast\w*|eat\w*|serv\w*)\b/],
  ['opened', /\bopened?\b.*\b(fridge|days|last|keep|after)\b|\bafter (i )?open/],
  ['what-label', /\b(label\w*|write on)\b/, /\b(what|write|put|goes)\b/],
  ['sell', /\bsell(ing)?\b/],
  ['why-headspace', /\b(headspace|head ?room|head space|from the rim|space at the top)\b/],
  ['salt', /\bsalt\b/],
  ['tomato-acid', /\b(why|must|need|have to|do i)\b.*\b(lemon|citric|acid)\b/, /^(?!.*\b(fresh|instead|vinegar|forgot)\b)/],
  ['fresh-lemon', /\bfresh\b.*\blemons?\b|\blemons?\b.*\bfresh\b|\bvinegar\b.*\binstead\b/],
  ['why-pressure', /\bwhy\b.*\b(boil\w*|pressure|water bath)\b/, /^(?!.*\b(tomato\w*|vent|altitude|foam)\b)/],
  ['multi-cooker', /\b(electric|multi ?cookers?|countertop)\b/, /\b(pot|cookers?|multi ?cookers?|canner|pressure)\b/, /^(?!.*\b(out|went|lost|outage)\b)/],
  ['steam-canner', /\bsteam canner\b/],
  ['jar-reuse', /\b(re ?use|how often|how many times|again)\b.*\bjars?\b/],
  ['corn-soon', /\bcorn\b/, /\b(sit|wait|hold|stand|keep)\b/, /\b(before|after|picked|picking|fresh)\b/],
  ['outdoor-burner', /\b(fryer|camp stove|propane burner|outdoor|outside|banjo burner)\b/, /\b(burner|stove|can|canning|canner)\b/],
  ['sealed-by-itself', /\b(popped|sealed|pinged|pulled)\b.*\b(by itself|itself|after i (poured|filled)|poured|without)\b/, /^(?!.*\b(canner|process\w*)\b)/],
  ['hot-lids', /\blids?\b.*\b(simmer\w*|boil\w*|hot|warm|heated)\b/],
  ['gasket', /\b(gasket|rubber ring|sealing ring|rubber seal)\b/],
  ['water-in-canner', /\bhow (much|deep)\b.*\bwater\b|\bwater level\b/],
  ['oven-canning', /\b(oven|dishwasher|microwave)\b/],
  ['vacuum-instead', /\bvacuum\b/],
  ['books-differ', /\b(books?|sources?|recipes?|charts?)\b.*\b(differ\w*|disagree|different (times?|minutes?))\b/],
  ['dried-beans', /\bsoak\w*\b/],
  ['minimum-load', /\b(one|single|few|two|three|1|2|3)\b.*\bjars?\b.*\b(only|run|running|worth|canner|load)\b/, /^(?!.*\b(odd|left|cold|same|together|share|mix|beans and|crack\w*|broke\w*)\b)/],
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

/** The answer whose question this plainly is, by id. */
export const plainlyAsked = (question: string): string | undefined => hit(PLAIN, said(question))
