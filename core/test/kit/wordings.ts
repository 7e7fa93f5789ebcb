// Questions in cooks' own words that the tables or the household's records answer, with the id of
// the answer that must come first; `-` where nothing may.
export const WORDINGS = `
can I water bath green beans | water-bath
boiling water for corn | water-bath
can tomatoes be done in a water bath | tomato-water-bath
open kettle carrots | water-bath
what pressure at 4,500 feet | pressure-at
psi at 7000 ft | pressure-at
how many pounds at 1500 m | pressure-at
how long for quarts of green beans | process
snap beans pints minutes | process
what pressure for carrots | process
creamed corn | process
cream style corn time | process
how long do I process beets | process
processing time chicken | process
how many minutes for pumpkin cubes | process
venison pressure canning time | process
tomato sauce time and pressure | process
beef broth how long | process
chard | process
butternut squash | process
how long for corn at 5400 ft | process
can I can potatoes | process
can you pressure can mushrooms | process
may asparagus be canned | process
is it safe to can okra | process
can I can zucchini | refused-summer-squash
is it safe to can cabbage | refused-brassicas
can I can broccoli | refused-brassicas
can I can eggplant | refused-eggplant
can you can spaghetti squash | refused-spaghetti-squash
can I can refried beans | refused-puree
can I can pumpkin butter | refused-puree
can I can pesto | refused-in-oil
can I can sugar snap peas | refused-edible-pod-peas
how long for beans | which-food
how long do peas take | which-food
pressure for squash | which-food
can turnips and turnip greens together | one-jar
carrots and potatoes in the same jar | one-jar
mix corn and okra in a jar | one-jar
may corn and beets share a load | computed
carrots and snap beans in one load | computed
when must I begin to be done by ten | computed
which canner for ten people | computed
noodles in soup | refused-starch
purple elephants | -
how do I fix my tractor | -
asdf | -
is boiling beans three hours in a water bath as good | water-bath
my grandmother water bathed her corn, is that ok | water-bath
boil carrots in jars without a pressure canner | water-bath
can potatoes go in a boiling water canner | water-bath
pressure for 6,500 ft | pressure-at
how many pounds do I need at 3000 feet | pressure-at
what psi at 1200 meters | pressure-at
weight or dial pressure at 8500 feet | pressure-at
how long do I can carrots in quarts | process
minutes for pints of peas with the shells off english peas | process
time for lima beans | process
asparagus pints how long | process
what pressure and time for okra | process
sweet potatoes quarts time | process
how long to pressure can venison chunks | process
ground beef canning time | process
how many minutes for chicken with bones | process
chicken breast canning time | process
rabbit how long in pints | process
mushroom half pints time | process
turnip greens how long | process
kale processing time | process
collards quarts minutes | process
black eyed peas fresh time pressure | process
crowder peas pints how long | process
kidney beans canning time | process
pinto beans dried how many minutes | process
baked beans canning time | process
bell peppers how long | process
jalapenos pressure canning time | process
pumpkin chunks time | process
hubbard squash how long | process
yukon gold potatoes canning time | process
chicken broth minutes | process
vegetable soup how long quarts | process
crushed tomatoes pressure time | process
tomato juice how long under pressure | process
succotash time | process
green peanuts boiled canning time | process
parsnips | process
sweet corn cream style pints | process
purple hull peas | process
can I can green beans at 7000 ft | process
is there a tested time for carrots | process
can you can meat | process
may I can beets | process
can I can pork | process
can I can squash cubes | process
can yellow squash be canned | refused-summer-squash
pattypan squash canning | refused-summer-squash
how long for zucchini | refused-summer-squash
cabbage canning time | refused-brassicas
can cauliflower be pressure canned | refused-brassicas
brussels sprouts in jars | refused-brassicas
can I can rutabagas | refused-rutabaga
how long for mashed potatoes | refused-puree
pumpkin puree canning time | refused-puree
can I can hummus | refused-puree
lettuce in jars | refused-lettuce-cucumber
can you can garlic in oil | refused-in-oil
snow peas canning | refused-edible-pod-peas
canning morels | refused-wild-mushrooms
can I can chanterelles from the woods | refused-wild-mushrooms
can I can butter | refused-dairy
canning milk | refused-dairy
can eggs be canned | refused-dairy
canning cheese | refused-dairy
can I can bread in a jar | refused-starch
rice in my soup | refused-starch
pasta sauce with noodles canned | refused-starch
squash canning | which-food
how long for squash | which-food
beans time | which-food
minutes for quarts of beans | which-food
peas pressure | which-food
carrots and peas in one jar | which-food
mix beans and corn in the same jar | which-food
can I put potatoes and carrots together in a jar | one-jar
corn with lima beans mixed in a jar | one-jar
can corn and carrots go in the same canner load | computed
may I run beets and potatoes together in one load | computed
when do I have to start to be finished by nine | computed
start when to be done by 10 pm | computed
what size canner for a family of six | computed
which canner for two people | computed
how many quarts from a bushel of tomatoes | jars-of
how many jars from 30 lb of green beans | jars-of
how many pints will 5 dozen ears of corn make | jars-of
how many jars do I get from a peck of beets | jars-of
40 pounds of carrots makes how many quarts | jars-of
how many pounds of beans for 7 quarts | which-food
how much corn do I need for 14 pints | amount-for
how many tomatoes to make 20 quarts | amount-for
how many ears of corn fill the tall one canner | amount-for
how many bushels for 50 quarts of snap beans | amount-for
how many jars of beans are left | which-food
how many jars of corn are left | left
how much corn do we have | left
do we still have carrots | left
are there any beets left in the pantry | left
how long will our carrots last us | left
when will we run out of corn | left
have we got enough beets for the winter | left
how many weeks of corn do we have left | left
how many months will the carrots last | left
what is left on the shelf | left
since when are we out of okra | left
how much corn did we eat last winter | eaten
how many carrots did we go through last year | eaten
what did we eat in the past month | eaten
how many jars of corn have we used this year | eaten
who took the last corn | last-taken
who ate the last jar of carrots and when | last-taken
when was the last carrots opened | last-taken
what does a quart of carrots cost us | cost
is our corn cheaper than the store | cost
what did a jar of carrots cost compared to the shop | cost
which load is jar ABCD-1 from | jar
what happened to ABCD-1 | jar
where did ABCD-2 come from | jar
what spoils if we skip tonight | skipped
what if I can't can tomorrow | skipped
what goes bad if I miss saturday | skipped
can I skip the canning on friday | skipped
how many jars can I do by 10 tonight | until
how many quarts of carrots until eleven pm | until
how much can we get done before 9 pm | until
I have nine odd jars, what now | odd
5 jars left over, what can I do with them | odd
what can I do with three extra pints | odd
unicorn saddle | -
best football team | -
weather tomorrow in the city | -
pinned recipe for canning zucchini bread | refused-summer-squash
how many minutes for quarts of sweet potatoes | process
time and pressure for pints of lima beans | process
how long for beef stew meat in quarts | process
what pressure for chicken at 5,000 feet | process
kale quarts | process
canning time russet potatoes | process
black bean canning time pints | process
tomato sauce how many minutes | process
butternut cubes minutes | process
may carrots be pressure canned | process
can I pressure can mushrooms | process
is it ok to can zucchini | refused-summer-squash
can I can kohlrabi | refused-brassicas
mashed pumpkin in jars | refused-puree
canned butter, is it safe | refused-dairy
how long do I can beans | which-food
pressure for peas in quarts | which-food
what pressure do I need at 7,200 ft | pressure-at
psi for 900 meters | pressure-at
can I put beans and potatoes in the same jar | which-food
carrots with corn together in a jar | one-jar
can corn and potatoes share a canner load | computed
how many quarts will a bushel of beets make | jars-of
how many pints from 25 lb of carrots | jars-of
how many pounds of okra for 18 pints | amount-for
how many ears do I need for 9 pints | amount-for
how much corn is left | left
do we have any carrots left | left
how long until we run out of corn | left
how much corn did the family eat last winter | eaten
who had the last jar of corn | last-taken
how much does a quart of carrots cost us | cost
what happened with jar ABCD-3 | jar
what goes to waste if we skip tonight | skipped
how many jars can we finish before ten | until
what do I do with four odd jars | odd
favorite song | -
water bath for peas ok | water-bath
boil the corn jars for three hours instead | why-pressure
can I can mashed pumpkin | refused-puree
time for carrots in pints | process
how long do quarts of corn take | process
what psi for potatoes at 6000 feet | process
how long does asparagus go | process
can I water bath carrots | water-bath
how many jars of corn do we have | left
who ate the last corn | last-taken
how many quarts from 30 pounds of carrots | jars-of
how many pounds of beets for 14 quarts | amount-for
how many jars of carrots did we eat last winter | eaten
how long will the corn last | left
how much pressure at 7,200 feet | pressure-at
how long do I process pints of peas | process
can I can spinach | process
may I can eggplant | refused-eggplant
beets quarts time | process
who opened the last jar of carrots | last-taken
how many pints will 20 lb of corn make | jars-of
how many pounds of carrots fill 7 quarts | amount-for
how much corn did we go through last winter | eaten
how long will our carrots hold out | left
what psi at 3,500 feet | pressure-at
how do I water bath beets | water-bath
process time carrot qts | process
beets pints psi 5000ft | process
can okra be canned | process
is it possible to can cauliflower | refused-brassicas
can carrots be water bathed | water-bath
how many quarts of carrots remain | left
who took the last jar of corn | last-taken
jars from 25 lb carrots | jars-of
pounds of corn for 10 pints | amount-for
carrots eaten last winter | eaten
cost of a quart of carrots | cost
pressure at 8000 ft | pressure-at
how many minutes for pints of carrots | process
corn quarts how long and what pressure | process
is it possible to can lettuce | refused-lettuce-cucumber
can I can summer squash | refused-summer-squash
how many beets for 7 quarts | amount-for
how many quarts does 40 lb of tomatoes make | jars-of
how many jars of corn do we still have | left
what pressure do I use at 2000 feet | pressure-at
`
