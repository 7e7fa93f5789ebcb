// Questions in cooks' own words, with the answer that must come first; `-` for none. Written
// before the answers were tuned; docs/answers.md tells how the two lots of them were measured.
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
my little weight thing shot off and steam is everywhere | weight-blown
the rocker fell off while it was going | weight-blown
safety plug just blew | weight-blown
something popped out of the lid and it is screaming steam | weight-blown
petcock came off the canner | weight-blown
steam escaping under the lid all the way around | lid-leaks
lid is dripping and hissing | lid-leaks
my eyelids are drooping, we had green beans from a jar yesterday | botulism-signs
grandpa is slurring his words and he ate my canned soup | botulism-signs
double vision after supper | botulism-signs
I ate from a jar that smelled off and now I feel weak | botulism-signs
could this be botulism, my throat feels thick | botulism-signs
steam burned my wrist | burned
hot water splashed on my face | burned
the canner ran dry on me | boiled-dry
I think all the water cooked out of the canner | boiled-dry
smells like scorched metal, canner has no water | boiled-dry
put the jiggler on right away, never let it steam first | vent-forgotten
I did not exhaust the canner for ten minutes | vent-forgotten
went straight to pressure without letting the air out | vent-forgotten
may I take the lid off now, gauge says 2 pounds | open-under-pressure
can I bleed off the pressure by tipping the weight | open-under-pressure
is it alright to nudge the weight to let steam out faster | open-under-pressure
how do I let the pressure out quickly | open-under-pressure
I timed my quarts like they were pints | pints-time
quart jars got only the pint minutes | pints-time
did seven quarts of beans for 20 minutes instead of 25, that is for pints | pints-time
oh no I never put lemon juice in the tomatoes | lemon-forgotten
no citric acid went in the tomato jars | lemon-forgotten
pressure keeps climbing past eleven | too-high
needle went up to 14 and I wanted 11 | too-high
how do I bring the pressure back down, it is too much | too-high
pressure is 3 pounds over what it should be | too-high
the gauge sank below ten for a bit | fell
lost pressure halfway through | fell
pressure went under, does the time start again | fell
the stove shut off in the middle | power-cut
we lost electricity with twenty minutes to go | power-cut
propane tank went empty | power-cut
a lady at church gave us pickled beets and canned corn | gift-jar
my mother in law gave us canned chicken, safe to eat? | gift-jar
got jars of meat from a coworker | gift-jar
there are jars in the basement without labels | ten-years
cleaned out grandma's cellar, jars from who knows when | ten-years
these jars are eight years old | ten-years
do I start timing when it jiggles | clock-starts
when do the 25 minutes begin | clock-starts
does the time count from when I put the weight on | clock-starts
gauge shows 13 but the 10 pound weight rocks | dial-and-weight
which do I believe, the dial or the weight | dial-and-weight
jars are packed and the other load is not done yet | jars-waiting
can full jars wait an hour before going in | jars-waiting
saw a recipe on facebook for canned cake | recipe-online
internet recipe says 40 minutes for corn | recipe-online
can you can vegetables from the freezer | frozen-vegetables
thawed green beans, can I can them | frozen-vegetables
homemade baby food in jars for the shelf | baby-food
how tight should the beans be packed | tight-or-loose
cram them in or leave room | tight-or-loose
we now live up in the mountains, same canner | moved-altitude
canning at my sisters house, she is higher up | moved-altitude
went to bed and left the jars in | overnight
woke up and the canner was still full of jars | overnight
I had the 5 pound piece on instead of the 15 | wrong-weight
used the wrong jiggler weight | wrong-weight
the lid won't come off | lock-up
pressure is zero but the lock pin stays up | lock-up
canner lid stuck tight after cooling | lock-up
have to pick up kids, canner is under pressure | must-leave
can I go to sleep while it cools | must-leave
bands came loose in the canner, crank them down? | retighten
do I tighten rings when I take them out | retighten
can I run cold water over the canner | cool-faster
how to speed up cooling the canner | cool-faster
put a fan on the canner to cool | cool-faster
bottom dropped out of a jar | jar-broke
jar cracked in the canner, are the others ok | jar-broke
half the water is gone from my quarts | too-much-lost
how low can the liquid be and still be safe | too-much-lost
why did my jars lose water | siphoning
what causes liquid to leave the jars | siphoning
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
why can't I just boil them | why-pressure
lids popped down after I poured hot beans in and I did not can them | sealed-by-itself
can I use my vacuum sealer instead | vacuum-instead
canning in the oven | oven-canning
can I cut the time if I raise the pressure | shorter-time
is it ok to process longer | longer-time
two books say different minutes | books-differ
do jars have to be boiled first | sterilise-jars
can I use table salt | salt
why must I put lemon in tomatoes | tomato-acid
can I use fresh lemons | fresh-lemon
how much space at the top of the jar | why-headspace
do I have to poke the air bubbles out | bubbles
does elevation really matter | why-altitude
can I can in an countertop electric pot | multi-cooker
steam canner for beans | steam-canner
where can I get my gauge checked | where-tested
my gauge reads two pounds high | dial-off
do weights need testing | weight-test
should I buy a dial or weighted canner | dial-or-weight
turkey fryer burner for canning | outdoor-burner
my rubber ring is stiff | gasket
how much water do I put in the canner | water-in-canner
do I need the rack in the bottom | rack
white film on my jars | vinegar-water
how often can I use the same jars | jar-reuse
are lids from years ago still good | old-lids
rusty rings, throw away? | rusty-band
do lids need to be simmered | hot-lids
one jar only, can I run the canner | minimum-load
how do I check if jars sealed | did-it-seal
one lid didn't go down | not-sealed
found a popped lid on the shelf | unsealed-later
white stuff at the bottom of the jar | sediment
top of the carrots turned brown | dark-top
should I leave the rings on | bands-stored
where do I keep the jars | where-store
jars froze in the garage | frozen-jar
what do I write on the labels | what-label
are two year old jars good | how-long-keeps
do I boil home canned beans before eating | boil-before
lid is bulging | spoiled-signs
how do I throw out a bad jar | discard
opened jar in the fridge how many days | opened
can I sell canned beans at the market | sell
weight rattles like crazy | weight-rhythm
won't come up to pressure | no-pressure
vent steam stopped halfway through the ten minutes | vent-faltered
frost is coming tonight | frost
how long can corn sit before canning | corn-soon
how do I ripen green tomatoes | unripe-tomatoes
do I have to soak the dried beans | dried-beans
second hand canner from a yard sale | used-canner
does this app work offline | offline
unicorn saddle | -
best football team | -
weather tomorrow in the city | -
the jiggler blew off and hit the ceiling | weight-blown
steam pouring out between the lid and the pot | lid-leaks
I can't swallow right and we had canned beans Sunday | botulism-signs
my son burned his fingers on the canner steam | burned
the pot boiled dry while I was outside | boiled-dry
oops I didn't vent it | vent-forgotten
can I open it, there's still 1 pound on the dial | open-under-pressure
ran quarts of corn only 55 minutes, that's the pint time | pints-time
I forgot the acid in my tomato quarts | lemon-forgotten
it went to 16 pounds, too much pressure | too-high
pressure slipped to 9 for a minute or two | fell
the burner quit during processing | power-cut
my aunt gave us canned peaches and beans, can we eat them | gift-jar
what time do I start counting for beans | clock-starts
gauge and jiggler do not agree | dial-and-weight
how long may filled jars stand around | jars-waiting
pinterest recipe for canning zucchini bread | refused-summer-squash
can I can corn that was frozen | frozen-vegetables
forgot the canner, jars sat in it all night | overnight
lid will not unlock | lock-up
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
are bands supposed to come off | bands-stored
my liquid is cloudy | cloudy
do I need salt in the jars | salt
how do I dispose of a swollen jar | discard
is a rusty lid ok | rusty-lid
what if the jar is bulging | spoiled-signs
how do I get to pressure without going over | ease-heat
how far from the rim should food be | why-headspace
can we reuse last year's lids | lid-reuse
how deep should the water be | water-in-canner
favorite song | -
my regulator came off while it was under pressure | weight-blown
there's water dripping from the rim of the canner | lid-leaks
dad's vision went double after the venison jar | botulism-signs
got a steam burn on my arm | burned
is the canner ruined if it ran dry | boiled-dry
vented for only five minutes, does that count | vent-forgotten
okay to take the jiggler off with 3 pounds showing | open-under-pressure
I set the timer for pints but had quarts in | pints-time
no lemon in the salsa tomatoes, what now | lemon-forgotten
the needle keeps rising above 12 | too-high
lost pressure because I turned it down too far | fell
gas bottle ran empty with ten minutes left | power-cut
friend from work gave me a jar of canned chicken | gift-jar
jar has no date, do I toss it | ten-years
does time count once it hits 12 | clock-starts
the two gauges show different numbers | dial-and-weight
have filled jars waiting for the second canner | jars-waiting
tiktok says you can can milk | recipe-online
green beans out of the freezer, can I can those | frozen-vegetables
baby food carrots puree for the pantry | baby-food
should jars be stuffed full | tight-or-loose
our new kitchen is 3000 feet higher | moved-altitude
didn't get back to the canner until the next morning | overnight
put the 5 lb weight on by mistake | wrong-weight
the pin won't go down | lock-up
can I run out to pick up my daughter | must-leave
should bands be cranked again after | retighten
pour cold water on it to cool down | cool-faster
glass broke in the middle of the load | jar-broke
two inches of liquid missing from a quart | too-much-lost
why do my jars spit out liquid | siphoning
water bath for peas ok | water-bath
boil the corn jars for three hours instead | water-bath
how come the lids pinged without canning | sealed-by-itself
jars went through the dishwasher cycle instead of canner | oven-canning
is a shorter time ok with more pressure | shorter-time
can I leave them in ten minutes longer | longer-time
book says 90, chart says 75 | books-differ
boil jars before filling? | sterilise-jars
iodized salt ok | salt
lemon from my tree instead of bottled | fresh-lemon
how much headroom in a pint | why-headspace
knife for the bubbles? | bubbles
canner gasket looks worn | gasket
canner without a rack | rack
cloudy water mark on all jars | vinegar-water
how many years can I reuse a jar | jar-reuse
lids from 2019 | old-lids
just three jars, worth running it | minimum-load
how to tell a good seal | did-it-seal
this one jar won't seal | not-sealed
lid popped up on a jar in the cellar | unsealed-later
white bits settled in the beans | sediment
food is dark at the top | dark-top
carrots float | floats
where's the best place for the jars | where-store
are jars from 2023 ok | how-long-keeps
boil before we eat it? | boil-before
jar smells funny when opened | spoiled-signs
weight hardly moves | weight-rhythm
stuck at 5 pounds, not climbing | no-pressure
`
