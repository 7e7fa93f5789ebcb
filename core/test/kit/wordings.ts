// Questions in cooks' own words, with the answer that must come first; `-` for none. Written
// before the answers were tuned; every third is kept aside and was looked at once, at the end.
export const WORDINGS = `
weight popped off | weight-blown
the jiggler flew across the kitchen | weight-blown
regulator blew off while canning beans | weight-blown
overpressure plug let go, steam shooting out | weight-blown
the rubber plug popped out of the lid | weight-blown
steam is coming out around the rim | lid-leaks
hissing from the edge of the lid | lid-leaks
water leaking between lid and pot | lid-leaks
my throat is numb after eating beans | botulism-signs
blurry vision after home canned corn, what do I do | botulism-signs
my husband has trouble swallowing since dinner | botulism-signs
kids feel sick after eating our canned beans | botulism-signs
we ate from a swollen jar and I feel dizzy | botulism-signs
signs of botulism poisoning in my child | botulism-signs
I burned my hand on the steam | burned
my daughter got scalded on her arm | burned
canner boiled dry | boiled-dry
there is no water left in the canner | boiled-dry
all the water ran out, smells burnt | boiled-dry
the pot went dry during processing | boiled-dry
forgot to vent the canner | vent-forgotten
I skipped venting | vent-forgotten
put the weight on without venting first | vent-forgotten
only vented three minutes | vent-forgotten
can I take the weight off at 3 psi | open-under-pressure
ok to open the lid with a little pressure left? | open-under-pressure
can I lift the regulator while it's still at 5 pounds | open-under-pressure
can I quick release the pressure | open-under-pressure
is it fine to remove the lid before it is at zero | open-under-pressure
processed quarts for the pint time by mistake | pints-time
ran my quarts with the minutes for pints | pints-time
I used pint time for quart jars | pints-time
forgot the lemon juice in my tomatoes | lemon-forgotten
left out citric acid in crushed tomatoes | lemon-forgotten
tomatoes canned without acid | lemon-forgotten
pressure is 2 over target | too-high
gauge creeping up too high | too-high
needle is past where it should be | too-high
pressure is above 15 psi and rising, should I worry, it is higher than it should be | too-high
pressure dropped to 9 for a minute | fell
dial fell below the mark | fell
it dipped under 11 psi, do I start over | fell
pressure went to zero in the middle | fell
power went out in the middle of the load | power-cut
propane ran out while processing | power-cut
gas cut off with the canner full | power-cut
electricity outage during canning | power-cut
neighbor gave me a jar | gift-jar
aunt gave us canned venison | gift-jar
is a jar from a friend safe | gift-jar
church swap jars, can I eat them | gift-jar
jars with no date on them | ten-years
found old unlabeled jars in the cellar | ten-years
undated jars from grandma | ten-years
when do I start the timer | clock-starts
when does the processing time begin counting | clock-starts
at what point do I start counting minutes | clock-starts
dial says 12 but the weight is rocking at 10 | dial-and-weight
my gauge and weight disagree | dial-and-weight
filled jars have been sitting on the counter an hour | jars-waiting
how long can packed jars wait before the canner | jars-waiting
found a recipe on a blog, is it safe | recipe-online
youtube video says you can can butter | recipe-online
can I can frozen green beans | frozen-vegetables
use vegetables from the freezer for canning | frozen-vegetables
can I can baby food | baby-food
baby food purees in jars | baby-food
pack the jars tight or loose | tight-or-loose
should I press the beans down in the jar | tight-or-loose
we moved to a new house at higher elevation | moved-altitude
canning at the cabin, other kitchen | moved-altitude
left jars in the canner overnight | overnight
fell asleep, canner sat until morning | overnight
had the wrong weight on | wrong-weight
I used the five pound weight instead of ten | wrong-weight
lock won't drop | lock-up
lid is stuck and will not open | lock-up
can I leave the house while it is running | must-leave
need to run to the store with the canner on | must-leave
should I tighten the bands after | retighten
rings are loose when they come out, retighten? | retighten
can I cool it down faster with cold water | cool-faster
put the canner under the tap to cool | cool-faster
a jar broke in the canner | jar-broke
glass cracked inside | jar-broke
jars lost half their liquid | too-much-lost
one jar lost liquid, is it safe | too-much-lost
siphoning, why did the liquid get low | siphoning
can I water bath green beans | water-bath
boiling water for corn | water-bath
can tomatoes be done in a water bath | water-bath
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
why not boiling water | why-pressure
lid sealed by itself when hot filled | sealed-by-itself
food is cloudy in the jar | cloudy
beans float and the liquid is below | floats
bands on or off in storage | bands-stored
how long do opened jars keep in the fridge | opened
how do I know a jar is spoiled | spoiled-signs
how long does a jar keep | how-long-keeps
do I have to boil it before tasting | boil-before
jar froze in the cellar | frozen-jar
rust on the lid | rusty-lid
can I sell my jars | sell
where is a dial gauge tested | where-tested
gasket is cracked and hard | gasket
how do I check the vent pipe | vent-pipe
can I reuse flat lids | lid-reuse
how many times can I reuse jars | jar-reuse
mayonnaise jars from the shop | shop-jars
which spare parts should I have | spares
is my glass top stove strong enough | glass-top
electric multi cooker for canning | multi-cooker
small pressure cooker for canning | small-cooker
half gallon jars of tomatoes | half-gallon
why headspace | why-headspace
do I need salt | salt
raw pack or hot pack | raw-or-hot
thicken with flour before canning | thickened
noodles in soup | refused-starch
frost tonight what first | frost
what is a bushel in pounds | bushel
how high is my town | find-altitude
purple elephants | -
how do I fix my tractor | -
asdf | -
`
