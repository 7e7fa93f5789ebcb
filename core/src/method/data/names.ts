/** What people call a food beside its names in the tables. Facts of common use, our own list. */
export interface SpokenFood {
  /** Other names for the same food. */
  readonly names: string
  /** Varieties, local names and cuts: kept with the lot. Said alone, or before one of the heads. */
  readonly kinds: string
  /** Words that say a kind only before one of the heads: "new potatoes", and never "new". */
  readonly words: string
  /** What the food is called behind a kind or word. */
  readonly heads: string
  /** Names that say no kind, where the food is many: any other name is kept as the kind. */
  readonly plain?: string
}

/** By food id; every list is separated by commas. */
export const spokenFoods: Readonly<Record<string, SpokenFood>> = {
  asparagus: {
    names: 'asparagus tips, asparagus stalks, sparrow grass',
    kinds: 'mary washington, martha washington, jersey knight, jersey giant, jersey supreme, purple passion, millennium, apollo, atlas',
    words: 'white, purple, green, wild, spears, spear, tips, stalks, pieces, cut, thick, thin, pencil, peeled',
    heads: 'asparagus',
  },
  'beans-snap': {
    names: 'snap bean, green snap beans, french beans, haricots verts, haricot vert, filet beans, yellow beans, yellow wax beans, stringless beans, half runners, half runner beans, white half runners, greasy beans, romano beans, pole beans, bush beans, runner beans, scarlet runner beans, leather britches beans, cornfield beans',
    kinds: 'blue lake, kentucky wonder, kentucky blue, rattlesnake, tendergreen, top crop, tenderette, dragon tongue, dragon s tongue, royal burgundy, purple queen, turkey craw, fortex, maxibel, cherokee wax, gold rush wax, goldmine, pencil pod, white half runner, mountaineer half runner, peanut half runner, kentucky pole, mccaslan, emerite, blue lake 274, blue lake bush, gold mine, nash, caprice, celtic',
    words: 'provider, contender, jade, strike, derby, bronco, roma, romano, italian, italian flat, italian pole, flat, pole, bush, runner, french, filet, yellow, purple, wax, green, string, snap, snapped, broken, trimmed, strung, whole, cut, cornfield, goose, greasy, half runner, stringless, heirloom, tender, skinny, cut up',
    heads: 'snap beans, green beans, wax beans, string beans, beans, pole beans, bush beans, half runners, runner beans',
  },
  'beans-lima': {
    names: 'lima beans, fresh lima beans, lima, baby limas, baby lima beans, green limas, butterbeans, fresh butter beans, speckled butter beans, speckled butterbeans, green butter beans, madagascar beans, sieva beans',
    kinds: 'fordhook, fordhook 242, jackson wonder, dixie speckled, king of the garden, thorogreen, willow leaf, big mama, christmas lima, henderson bush, henderson, eastland, cypress, dixie butterpea, butterpeas',
    words: 'baby, speckled, green, white, large, fresh, shelled, bush, pole, christmas, calico, southern',
    heads: 'lima beans, limas, butter beans, butterbeans',
  },
  corn: {
    names: 'corn on the cob, sweetcorn, sweet corn on the cob, roasting ears, roastin ears, ears of corn, ears of sweet corn, corn kernels, corn in the husk, green corn, table corn',
    kinds: 'silver queen, peaches and cream, butter and sugar, bodacious, incredible corn, golden bantam, ambrosia corn, honey select, kandy korn, country gentleman, silver king, silver prince, trucker s favorite, hickory king, stowell s evergreen, how sweet it is, mirai, illini xtra sweet, ambrosia, early sunglow, golden cross',
    words: 'white, yellow, bicolor, bi color, butter, honey, sweet, super sweet, supersweet, field fresh, ear, husked, shucked, unshucked, in the husk, on the cob, cob, kernel, kernels, whole kernel, cut, cut off, cream style, creamed, cream, incredible, jubilee, early, late',
    heads: 'corn, sweet corn, sweetcorn, maize, roasting ears',
  },
  mushrooms: {
    names: 'mushroom, cultivated mushrooms, button mushrooms, white mushrooms, cremini, crimini, cremini mushrooms, crimini mushrooms, baby bella, baby bellas, baby bella mushrooms, champignons, champignon mushrooms, store mushrooms, table mushrooms, brown mushrooms, chestnut mushrooms, white button mushrooms, bella mushrooms, portobello mushrooms, portabella mushrooms, portobellos, domestic mushrooms',
    kinds: 'swiss brown',
    words: 'button, white, brown, cultivated, sliced, whole, small, store bought, cremini, crimini, baby bella, portobello, portabella, chestnut, farmed, domestic, trimmed, caps',
    heads: 'mushrooms, champignons',
    plain: 'mushrooms, cultivated mushrooms, button mushrooms, white mushrooms, domestic mushrooms, store mushrooms, table mushrooms, mushrooms cultivated, white button mushrooms',
  },
  okra: {
    names: 'okras, okra pods, lady s fingers, ladies fingers, bhindi, gumbo okra',
    kinds: 'clemson spineless, burgundy okra, cowhorn, emerald okra, jambalaya, star of david, louisiana green velvet, hill country red, annie oakley, cajun delight, bowling red',
    words: 'red, green, burgundy, pods, pod, cut, sliced, whole, baby, spineless, trimmed',
    heads: 'okra, okras',
  },
  'peas-green': {
    names: 'green peas, english pea, garden pea, shelling peas, sweet peas, petits pois, petit pois, early peas, june peas, early june peas, spring peas, fresh peas, fresh green peas, sweet green peas, table peas',
    kinds: 'green arrow, lincoln peas, little marvel, wando, tall telephone, alderman, laxton s progress, progress 9, thomas laxton, freezonian, maestro, dakota peas, early frosty, knight peas, mr big, spring peas, alaska peas, world record, telephone peas, tom thumb',
    words: 'english, garden, shell, shelling, shelled, sweet, spring, early, june, lincoln, knight, fresh, young, in the pod, hulled',
    heads: 'green peas, english peas, garden peas, shell peas, shelling peas',
  },
  'peas-southern': {
    names: 'field pea, southern pea, cowpea, cow peas, black eyed pea, blackeyed peas, blackeye peas, black eyes, purple hull peas, purplehull peas, purple hulls, purplehulls, pink eye purple hull peas, pinkeye purple hull, crowders, crowder pea, brown crowder peas, zipper peas, zipper cream peas, cream peas, creamer peas, lady peas, white acre peas, whippoorwill peas, clay peas, iron and clay peas, rice peas, conch peas, big boy peas, silver skin peas, speckled peas, red ripper peas, knuckle hull peas, dixie lee peas, six week peas, pink eyed peas, acre peas, hoppin john peas, calico crowder peas, protein peas',
    kinds: 'mississippi silver, california blackeye, texas cream 40, colossus, quickpick, top pick, whippoorwill, knuckle purple hull, pinkeye, red ripper, white acre, zipper cream, big red ripper, mississippi pinkeye, coronet, hercules, penny rile, hog brain, running conch, ozark razorback',
    words: 'fresh, shelled, hulled, green, brown, white, purple, purple hull, pink eye, pink eyed, crowder, zipper, lady, cream, southern, black eyed, in the hull, in the pod',
    heads: 'field peas, southern peas, cowpeas, black eyed peas, crowder peas, crowders, purple hull peas, cream peas, zipper peas',
    plain: 'field peas, southern peas, cowpeas, cow peas, field pea',
  },
  peppers: {
    names: 'pepper, sweet pepper, hot pepper, bell pepper, bells, capsicum, capsicums, chile peppers, chili peppers, chilli peppers, green chiles, green chilies, chillies, chilies, green chile, pimientos, pimentos, pimento peppers, mangoes peppers, sweet bells, bullnose peppers',
    kinds: 'jalapeno, poblano, anaheim, serrano, cayenne, habanero, cubanelle, hungarian wax, pepperoncini, shishito, fresno chile, hatch chiles, big jim, ancho peppers, scotch bonnet, marconi, lunchbox peppers, california wonder, king of the north, gypsy peppers, aji, padron, banana pepper, yellow banana pepper, thai chiles, bird chiles, tabasco peppers, corno di toro, mini peppers, jimmy nardello',
    words: 'red, green, yellow, orange, purple, chocolate, sweet, hot, mild, bell, banana, wax, hungarian, cherry, italian, frying, thai, ghost, chile, chili, chilli, new mexico, hatch, jalapeno, poblano, anaheim, serrano, cayenne, habanero, cubanelle, pimiento, pimento, mini, fresno, tabasco, ripe, roasted and peeled, peeled, quartered, seeded, cored, long, carmen, gypsy',
    heads: 'peppers, bell peppers, chiles, chilies, chillies, bells, jalapenos',
    plain: 'peppers, pepper, peppers sweet or hot',
  },
  'squash-winter': {
    names: 'winter squash, pumpkins, squash winter, pie pumpkins, sugar pumpkins, butternuts, acorn squash, butternut squash, hubbard squash, hubbards, hard squash, baking squash, cooking pumpkins, cubed pumpkin, pumpkin cubes, squash cubes',
    kinds: 'acorn, buttercup, kabocha, delicata, blue hubbard, baby hubbard, golden hubbard, waltham, honeynut, candy roaster, cushaw, calabaza, jarrahdale, red kuri, kuri squash, turban squash, sweet dumpling, carnival squash, long island cheese, cheese pumpkin, seminole pumpkin, banana squash, pink banana, sugar pie, small sugar, new england pie, boston marrow, cinderella pumpkin, golden nugget squash, ambercup, tahitian squash, queensland blue, potimarron, dumpling squash, long pie pumpkin, north georgia candy roaster, winter luxury, connecticut field',
    words: 'winter, pie, sugar, sugar pie, baking, hard, orange, blue, green striped, butternut, hubbard, acorn, buttercup, kabocha, delicata, banana, turban, cheese, carnival, dumpling, kuri, seminole, cushaw, cinderella, cubed, cubes, peeled, ripe, whole, halved, cut, seeded, cut up',
    heads: 'winter squash, squash, pumpkin, pumpkins',
    plain: 'winter squash, pumpkin, squash winter, winter squash and pumpkin, hard squash',
  },
  greens: {
    names: 'greens, green, kale greens, collard, collard greens, collards greens, turnip tops, beet tops, beet leaves, swiss chard, silverbeet, rainbow chard, spinach leaves, leafy greens, cooking greens, baby spinach, dandelion greens, malabar spinach, new zealand spinach, amaranth greens, callaloo, creasy greens, mess of greens, turnips tops, southern greens, braising greens',
    kinds: 'lacinato, tuscan kale, dinosaur kale, red russian kale, siberian kale, curly kale, bloomsdale, fordhook giant, bright lights, georgia collards, vates, seven top, florida broadleaf, southern giant curled, winterbor, perpetual spinach, ruby red chard, space spinach',
    words: 'curly, red, russian, red russian, tuscan, dinosaur, rainbow, swiss, baby, mixed cooking, flat leaf, savoy, georgia, young, tender, leaf, leaves, stemmed, chopped, ruby, bloomsdale, champion, siberian, lacinato',
    heads: 'spinach, chard, kale, collards, collard greens, mustard greens, turnip greens, beet greens, greens, swiss chard',
    plain: 'greens, green, leafy greens, cooking greens, spinach and other greens, mess of greens',
  },
  'peanuts-green': {
    names: 'peanut, raw green peanuts, green boiling peanuts, boiling peanuts, goobers, fresh dug peanuts, raw peanuts in the shell, peanuts in the shell',
    kinds: 'valencia peanuts, jumbo virginia, tennessee red',
    words: 'green, raw, fresh dug, in the shell, jumbo, valencia, virginia',
    heads: 'green peanuts, boiled peanuts, peanuts',
  },
  beets: {
    names: 'beet, beet roots, red beets, table beets, beetroots, garden beets, baby beets',
    kinds: 'detroit dark red, chioggia, cylindra, bull s blood, early wonder, ruby queen, red ace, boro, touchstone gold, lutz, avalanche, merlin, crosby egyptian',
    words: 'red, golden, gold, yellow, white, baby, detroit, candy striped, striped, small, whole, sliced, cubed, diced, quartered, trimmed, topped, peeled, early wonder, roots, without tops',
    heads: 'beets, beetroot, beetroots',
  },
  carrots: {
    names: 'carrot, baby carrots, garden carrots, carrot sticks, carrot coins, carrot roots',
    kinds: 'danvers, nantes, scarlet nantes, chantenay, imperator, bolero, little finger, thumbelina, cosmic purple, purple haze, kuroda, oxheart, napoli, touchon, yaya, tendersweet',
    words: 'baby, red, orange, purple, yellow, white, rainbow, danvers, nantes, chantenay, sliced, diced, peeled, topped, trimmed, cut, coins, sticks, juicing, bunched, whole, cubed, chopped, without tops',
    heads: 'carrots',
  },
  'potatoes-sweet': {
    names: 'sweet potato, sweetpotatoes, yam, orange sweet potatoes, sweet taters, kumara, kumaras, louisiana yams, garnet yams, jewel yams',
    kinds: 'beauregard, covington, jewel, garnet, georgia jet, centennial, murasaki, o henry, vardaman, hernandez, evangeline, bayou belle, puerto rico sweet potatoes, nancy hall, japanese sweet potatoes',
    words: 'orange, red, white, purple, japanese, small, cured, whole, peeled, cubed, cut, beauregard, covington, jewel, garnet, georgia jet, centennial, ruby, pieces, chunks',
    heads: 'sweet potatoes, sweetpotatoes, yams',
  },
  'potatoes-white': {
    names: 'white potato, potatoes, irish potato, spuds, taters, white potatoes, baking potatoes, table potatoes, garden potatoes, round white potatoes, little new potatoes, creamer potatoes, boiling potatoes, seed size potatoes',
    kinds: 'russet, yukon gold, kennebec, red pontiac, red norland, norland, katahdin, fingerling, german butterball, all blue, purple viking, russet burbank, burbank, red la soda, la soda, gold rush potatoes, huckleberry gold, la ratte, superior potatoes, desiree, maris piper, king edward, purple majesty, adirondack blue, norkotah, mountain rose, idaho potatoes, irish cobbler, caribe, magic molly, carola, yellow finn, kerr s pink, elba',
    words: 'red, white, yellow, gold, golden, blue, purple, brown, new, baby, baking, russet, idaho, kennebec, yukon, yukon gold, fingerling, creamer, boiling, salad, irish, round, waxy, peeled, diced, cubed, whole, small, cut, quartered, chunks, superior, pontiac, norland, red skin, red skinned, thin skinned, gold rush, seed size, cut up',
    heads: 'potatoes, spuds, taters',
  },
  'turnips-parsnips': {
    names: 'turnip, parsnip, turnip roots, white turnips, purple top turnips, turnip root, parsnip roots',
    kinds: 'hakurei, hollow crown, purple top, purple top white globe, tokyo cross, golden ball, harris model, gladiator parsnips, all american parsnips, scarlet queen, gilfeather',
    words: 'purple top, white, red, baby, sliced, cubed, diced, peeled, topped, roots, japanese, salad, golden, young, trimmed, cut',
    heads: 'turnips, parsnips, turnip roots',
    plain: 'turnips, turnip roots, turnips and parsnips',
  },
  tomatoes: {
    names: 'tomato, maters, tomaters, canning tomatoes, canner tomatoes, slicing tomatoes, paste tomatoes, plum tomatoes, cherry tomatoes, grape tomatoes, heirloom tomatoes, vine ripe tomatoes, red tomatoes, ripe tomatoes, sauce tomatoes, tomato sauce, tomato juice, crushed tomatoes, stewing tomatoes',
    kinds: 'roma, san marzano, amish paste, beefsteak, early girl, better boy, big boy, celebrity tomatoes, rutgers, brandywine, mortgage lifter, cherokee purple, sungold, sun gold, juliet, opalka, black krim, arkansas traveler, german johnson, la roma, viva italia, heinz 1350, polish linguisa, jet star, mountain pride, homestead tomatoes, marglobe, super sauce, big mama tomatoes, plum regal, principe borghese, supersweet 100',
    words: 'roma, red, yellow, orange, pink, purple, black, ripe, vine ripe, vine ripened, heirloom, paste, plum, sauce, slicing, slicer, canning, canner, cherry, grape, beefsteak, celebrity, homestead, whole, halved, quartered, peeled, skinned, crushed, cored, firm, big mama, juicing, field ripened, roma type',
    heads: 'tomatoes, maters',
  },
  'beans-dried': {
    names: 'dried beans, dried bean, dry peas, dry bean, kidney beans, red kidney beans, light red kidney beans, dark red kidney beans, navy beans, pinto beans, pintos, black beans, black turtle beans, great northern beans, great northerns, garbanzo beans, garbanzos, chickpeas, lentils, split peas, baked beans, cannellini beans, white beans, white kidney beans, small red beans, small white beans, pink beans, red beans, mayocoba beans, soup beans, soldier beans, jacob s cattle beans, yellow eye beans, anasazi beans, pea beans, field dried beans, shelled dried beans, bean mix, 15 bean mix, fifteen bean mix, appaloosa beans, turtle beans, dried peas, dried lima beans, dried limas, dried field peas, dried black eyed peas, dried butter beans, adzuki beans, mung beans',
    kinds: 'jacob s cattle, great northern, black turtle, yellow eye, hidatsa, tiger eye, marfax, vermont cranberry, peruano, orca, black valentine',
    words: 'dry, dried, red, white, black, pink, pinto, navy, kidney, mixed, small, large, heirloom, soaked, rehydrated, baked, light red, dark red, cranberry, october, lima, whole, split',
    heads: 'dried beans, dry beans, kidney beans, navy beans, pinto beans, black beans, dried peas, dry peas, white beans, red beans',
    plain: 'dried beans, dry beans, beans dried, dried peas, dry peas, beans or peas dried',
  },
  poultry: {
    names: 'turkey, poultry, chickens, hen, hens, roosters, stewing hens, old hens, broilers, fryers, whole chicken, whole chickens, turkeys, rabbits, rabbit meat, chicken meat, turkey meat, chicken breasts, chicken breast, chicken thighs, chicken legs, chicken drumsticks, chicken quarters, chicken leg quarters, chicken wings, turkey breast, turkey breasts, turkey thighs, turkey legs, drumsticks',
    kinds: 'rhode island red, cornish cross, freedom rangers, barred rock',
    words: 'breast, breasts, thigh, thighs, leg, legs, quarters, leg quarters, drumsticks, wings, tenders, whole, boneless, bone in, skinless, boneless skinless, stewing, old, young, cubed, pieces, cut up, deboned, raw, dressed, cut, free range, pastured, chunks',
    heads: 'chicken, chickens, turkey, turkeys, rabbit, rabbits, hens',
    plain: 'poultry, chicken, chicken turkey or rabbit',
  },
  meat: {
    names: 'lamb, meat, mutton, beef roast, chuck, chuck roast, beef chuck, stew meat, stewing beef, beef stew meat, round steak, rump roast, round roast, brisket, sirloin, pork shoulder, pork butt, boston butt, pork loin, pork roast, pork chops, ham fresh, leg of lamb, lamb shoulder, deer, deer meat, venison roast, venison steaks, elk, moose, hamburger, ground beef, ground chuck, ground round, ground venison, ground deer, ground pork, ground lamb, ground meat, beef chunks, backstrap, venison stew meat, deer stew meat, burger meat, deer burger, bottom round, top round, arm roast, london broil, beef cubes',
    kinds: 'whitetail, mule deer, angus',
    words: 'ground, lean, stew, stewing, cubed, cubes, chunks, strips, chopped, raw, boneless, trimmed, roast, roasts, steak, steaks, shoulder, loin, butt, leg, chuck, round, rump, brisket, sirloin, chops, hind quarter, front quarter, backstrap, grass fed, burger, cut up, deboned, neck, shank',
    heads: 'beef, pork, lamb, venison, meat, deer, elk, moose, mutton, deer meat',
    plain: 'meat, beef pork lamb or venison',
  },
  stock: {
    names: 'chicken stock, meat stock, beef broth, chicken broth, bone broth, turkey stock, turkey broth, beef stock, pork stock, venison stock, venison broth, ham stock, soup stock, meat broth, poultry stock',
    kinds: '',
    words: 'homemade, clear, skimmed, strained, hot, chicken, beef, turkey, bone, rich, defatted',
    heads: 'stock, broth',
    plain: 'stock, broth, meat or poultry stock',
  },
  soup: {
    names: 'soups, vegetable soup, veggie soup, bean soup, pea soup, chicken soup, beef stew, beef soup, beef vegetable soup, chicken vegetable soup, turkey soup, minestrone base, garden soup, chicken stew, venison stew, vegetable beef soup, split pea soup',
    kinds: '',
    words: 'homemade, vegetable, veggie, bean, pea, beef, chicken, garden, chunky',
    heads: 'soup, stew',
    plain: 'soup, soups, stew, vegetable bean pea meat or poultry soup',
  },
  'mixed-vegetables': {
    names: 'mixed veggies, mixed veg, vegetable mix, vegetables mixed',
    kinds: '',
    words: 'garden, chopped, diced',
    heads: 'mixed vegetables, mixed veggies',
  },
  succotash: { names: 'corn and lima beans, corn and limas', kinds: '', words: 'garden', heads: 'succotash' },
} // prettier-ignore

/** Kinds of a refused food: the same food under another name, and refused like it. */
export const spokenRefusals: Readonly<Record<string, string>> = {
  'summer-squash': 'summer squash, squash summer, zucchinis, courgettes, pattypan, patty pan, pattypans, pattypan squash, crookneck, crookneck squash, yellow crookneck, straightneck, straightneck squash, scallop squash, cousa, vegetable marrow, marrow, cocozelle, eight ball zucchini, zephyr squash, tatuma, yellow summer squash, sunburst squash, scallopini',
  puree: 'mashed potatoes, pumpkin purees, pureed pumpkin, mashed pumpkin, pureed squash, mashed squash, squash puree, mashed sweet potatoes, pureed sweet potatoes, sweet potato puree, mashed beans, pureed beans, bean dip, hummus, mashed butternut, butternut puree, pumpkin pie filling, mashed yams',
  'spaghetti-squash': 'spaghetti squashes, vegetable spaghetti',
  brassicas: 'cabbages, broccolis, cauliflowers, romanesco, savoy cabbage, red cabbage, napa cabbage, sprouts, bok choy, pak choi, chinese cabbage, broccoli rabe',
  eggplant: 'eggplants, aubergines, brinjal',
  rutabaga: 'rutabagas, swedes, yellow turnips',
  'lettuce-cucumber': 'salad greens, cucumbers, radishes, cukes, salad mix, arugula, romaine, salad',
  'edible-pod-peas': 'snow pea, sugar snaps, sugar snap, mangetout, sugar peas, edible pod peas, snap peas, pea pods, oregon sugar pod',
  'wild-mushrooms': 'wild mushroom, chanterelles, chanterelle mushrooms, morels, morel mushrooms, hen of the woods, chicken of the woods, puffballs, porcini, boletes, maitake, lion s mane, foraged mushrooms, oyster mushrooms from the woods',
  'in-oil': 'garlic oil, herbs in oil, peppers in oil, vegetables in oil, tomatoes in oil, dried tomatoes in oil, chili crisp',
  dairy: 'milk, cream, egg, eggs, ghee, yogurt, buttermilk, cheese sauce, cream of mushroom soup, cream of chicken soup, cream of tomato soup, bechamel, quark',
  starch: 'spaghetti, macaroni, dumplings, rice pilaf, hominy grits, quinoa, oatmeal, noodle soup, chicken noodle soup, gravy, thickened gravy, banana bread, cakes',
  'half-gallon': 'half gallon jars, half gallons',
} // prettier-ignore

/** Words that many foods have before them and that change neither food nor method. */
export const PLAIN_WORDS =
  'fresh, freshly picked, fresh picked, just picked, homegrown, home grown, garden, garden grown, organic, local, locally grown, farm, farm fresh, store bought, nice, good, beautiful, small, medium, large, big, little, medium sized, huge, washed, unwashed, clean, dirty, young, tender, heirloom, extra, mixed size, mixed sizes, early, late, second, seconds, raw, farmers market, cleaned, no spray'

/** Words that change how a food is canned: its tested process does not hold for it. */
export const CHANGING_WORDS =
  'mashed, pureed, puree, pickled, dried, dry, breaded, stuffed, fried, frozen, candied, fermented, smoked, cured, marinated, roasted, juiced, cooked, freeze dried, dehydrated, sun dried, battered, grilled, brined, thickened, blended, leftover, leftovers, moldy, rotten, spoiled'

/** Words before or behind a food that make a dish or another food of it. */
export const DISH_WORDS =
  'relish, salsa, jam, jelly, chutney, butter, sauce, paste, powder, soup, pie, casserole, buttered, creamed, cheesy, curried, glazed, salted, green, sprouted, juice, pudding, chips, salad'

/** Words that several foods share: asked about with these choices, by short name. */
export const ambiguousWords: Readonly<Record<string, readonly string[]>> = {
  bean: ['Snap beans', 'Lima beans', 'Dried beans'],
  'shell bean': ['Lima beans', 'Field peas', 'Dried beans'],
  'shelly bean': ['Snap beans', 'Lima beans', 'Dried beans'],
  'cranberry bean': ['Dried beans', 'Lima beans'],
  'october bean': ['Dried beans', 'Lima beans'],
  'fresh bean': ['Snap beans', 'Lima beans'],
  'garden bean': ['Snap beans', 'Lima beans'],
  pea: ['Green peas', 'Field peas', 'Dried beans', 'Sugar snap peas'],
  squash: ['Winter squash', 'Summer squash'],
}
