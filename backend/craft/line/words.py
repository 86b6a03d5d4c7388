"""What practitioners say, and what it means: works, subjects, lights, supports, files, movement."""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Of = Literal["work", "subject", "light", "support", "through", "outline", "file", "motion", "hour", "shape", "place"]


@dataclass(frozen=True, slots=True)
class Said:
    """Words of one meaning. of: what they tell; means: its token, a subject's as work/subject; words: parted by commas; weak: anything else that
    is told of the same comes before it; source: who says so. A phrase may stand in two rows, and then tells both."""

    of: Of
    means: str
    words: str
    weak: bool = False
    source: str = "practice of the trade"

    @property
    def phrases(self) -> tuple[str, ...]:
        """Each of the words by itself."""
        return tuple(phrase.strip() for phrase in self.words.split(","))


SAID: tuple[Said, ...] = (
    Said("work", "sports", "sport, sports, match, game, athletics, race, races, tournament"),
    Said("work", "wildlife", "wildlife, animal, animals, nature, safari"),
    Said("work", "street", "street, streets, street photography, candid, candids, reportage, documentary"),
    Said("work", "landscape", "landscape, landscapes, scenery, vista, mountains, mountain, hills, hill, valley, coast, seascape, seashore, cliffs"),
    Said("work", "wedding", "wedding, weddings, bride, groom, bride and groom, marriage"),
    Said("work", "night_sky", "night sky, astro, astrophotography, sky at night"),
    Said("work", "portrait", "portrait, portraits, headshot, headshots, head and shoulders, sitter, sitting"),
    Said("work", "everyday", "everyday, snapshots, snaps, family, anything, whatever comes, walkabout, walking about"),
    Said("subject", "sports/rowing", "rowing, rowers, regatta, eights, sculling, canoe, canoeing, kayak, kayaking, sailing, sailing race, boat race"),
    Said("subject", "sports/court_games", "court games, basketball, netball, handball, volleyball, indoor football, futsal, badminton, squash, table tennis, gymnastics, judo, boxing, fencing, dance class, roller derby, indoor hockey, sports hall, gym"),
    Said("subject", "sports/field_game", "football, soccer, rugby, hockey, field hockey, lacrosse, field game, pitch, goalmouth, cricket, football match, rugby match"),
    Said("subject", "sports/racket_game", "tennis, racket game, padel, tennis match"),
    Said("subject", "sports/sprint", "sprint, sprinter, sprinters, running, runner, runners, marathon, hurdles, relay, track and field, sprint finish, cross country"),
    Said("subject", "sports/swimming", "swimming, indoor pool, swimmer, swimmers, water polo, diving, pool"),
    Said("subject", "sports/cycling", "cycling, cyclist, cyclists, bike race, cycle race, criterium, velodrome, mountain biking, motocross, motorbikes, go karts, horse racing, show jumping"),
    Said("subject", "wildlife/perched", "perched bird, bird at rest, perched, songbird, garden birds, garden bird, owl, kingfisher on a branch, bird on a branch, feeder, nest"),
    Said("subject", "wildlife/walking", "deer, stag, stags, fox, walking animal, elephant, elephants, cattle, sheep, horse, horses, pony, ponies, horses grazing, bear, zoo"),
    Said("subject", "wildlife/running", "running animal, hare, hares, dog running, running dog, dogs running, galloping horses, wolf, cheetah"),
    Said("subject", "wildlife/large_bird_flight", "large bird in flight, swan, swans, goose, geese, heron, herons, eagle, eagles, gulls, gull, gannet, gannets, storks, stork, crane, birds in flight, kite, kites, buzzard"),
    Said("subject", "wildlife/small_bird_flight", "small bird in flight, swallow, swallows, swifts, terns, tern, swift in flight, kingfisher diving, martins, puffins, puffin, bats, dragonfly in flight"),
    Said("subject", "wildlife/otter", "otter, otters, seal, seals, beaver, water vole"),
    Said("subject", "street/passers_by", "people passing, passers by, passersby, walkers, commuters, crowd, pedestrians, people walking, strangers"),
    Said("subject", "street/queue", "queue, people waiting, waiting, bus stop, ferry queue, bench sitters"),
    Said("subject", "street/market", "market, market stall, stall, craftsman, hands at work, workshop, potter, cook"),
    Said("subject", "street/bustle", "bustle, motion blur, blurred people, rush hour, people drawn as blur, people as blur"),
    Said("subject", "landscape/still", "still land, rolling hills, mountain view, mountain range, autumn woods, woodland, forest, trees, lake, reflection, reflections, near to far, foreground to horizon, ruin, castle, lighthouse, autumn leaves, autumn colours, architecture, building, skyline"),
    Said("subject", "landscape/causeway", "causeway, wet sand, tidal flats, mudflats, beach at low tide"),
    Said("subject", "landscape/grass", "grass in wind, grass, meadow, meadows, barley, wheat field, leaves in wind, reeds, poppies, bluebells, lavender"),
    Said("subject", "landscape/water_blur", "waterfall, waterfalls, smooth water, silky water, milky water, stream, long exposure sea, water drawn smooth, weir, brook, rapids"),
    Said("subject", "landscape/waves", "waves, breakers, surf, crashing waves, stormy sea, wave"),
    Said("subject", "wedding/ceremony", "ceremony, vows, church wedding, wedding ceremony, registry, christening, baptism, funeral, service, exchange of rings"),
    Said("subject", "wedding/procession", "procession, walking in, aisle, walking down the aisle, bride walking in, confetti, recessional, entrance of the bride"),
    Said("subject", "wedding/dancing", "first dance, dancing, dance, dance floor, party, ceilidh, disco, reception dance, evening do"),
    Said("subject", "wedding/group", "group shot, group shots, wedding group, formals, family groups, group photo, groups"),
    Said("subject", "wedding/details", "rings, details, table settings, tables, ring shot, cake, bouquet, flowers on the table, place cards"),
    Said("subject", "night_sky/galaxy", "milky way, galaxy, core of the galaxy, galactic core"),
    Said("subject", "night_sky/stars_over_land", "stars, starry sky, stars over land, stars over a tree, northern lights, aurora, meteors, meteor shower, comet"),
    Said("subject", "night_sky/trails", "star trails, trails, star trail"),
    Said("subject", "night_sky/moon", "moon, full moon, moonrise, crescent moon, half moon, supermoon, the moon's disc, lunar eclipse, craters"),
    Said("subject", "night_sky/figure_under_stars", "figure under stars, someone under the stars, person under the stars, selfie under the stars, tent under the stars"),
    Said("subject", "portrait/seated", "seated portrait, sitting portrait, seated, portrait by the window, studio portrait, studio, wedding portrait, bridal portrait, portrait of a musician, old man, grandmother"),
    Said("subject", "portrait/standing", "half length, standing portrait, full length, fashion, model, three quarter length, model outdoors, graduation"),
    Said("subject", "portrait/child", "child, children, kids, kid, toddler, baby, playground, child at play, kids playing, birthday child"),
    Said("subject", "portrait/at_work", "at work, someone at work, environmental portrait, chef, blacksmith, farmer, fisherman, boatbuilder, teacher, baker, portrait at work, surgeon"),
    Said("subject", "portrait/group_portrait", "group portrait, couple, couples, engagement, two people, family portrait, siblings, band, three people, two sisters"),
    Said("subject", "everyday/day_out", "day out, picnic, garden party, fair, walk with friends, trip to the beach, outing"),
    Said("subject", "everyday/family_indoors", "family indoors, birthday party, birthday, kids indoors, living room, dinner, christmas morning, at home, kitchen, indoors at home, cat, dog indoors"),
    Said("subject", "everyday/travel", "travel, holiday, holidays, city break, sightseeing, old town, travelling, festival"),
    Said("subject", "everyday/handed_over", "picture of us, camera handed over, somebody takes us, a picture of us, handed over"),
    Said("light", "sun_on_snow", "sun on snow, snow, bright snow, ski slope, white sand, skiing, snow in sun"),
    Said("light", "bright_sun", "bright sun, full sun, sunny, sunshine, sun, hard sun, hard light, midday sun, noon sun, blazing sun, clear sky, blue sky, bright day, harsh light, strong sun, sunlight"),
    Said("light", "hazy_sun", "hazy sun, haze, hazy, soft sun, thin cloud, milky sun, veiled sun, high cloud, mist, misty"),
    Said("light", "bright_cloud", "bright cloud, cloudy bright, light cloud, cloudy, clouds, cloud, white sky, broken cloud, soft light, partly cloudy"),
    Said("light", "overcast", "overcast, grey, gray, grey day, dull, dull day, heavy cloud, rain, rainy, drizzle, fog, foggy, gloomy, dark cloud, showers, grey sky, wet day"),
    Said("light", "open_shade", "open shade, shade, in the shade, shady, shaded, shadow side"),
    Said("light", "deep_shade", "deep shade, under trees, under the trees, in the woods, in a wood, forest floor, dense forest, narrow lane, alley, in the forest, dappled light"),
    Said("light", "backlit_dawn", "dawn, sunrise, first light, early light, golden hour, golden light, low sun, evening sun, backlit, against the light, into the sun, sunset, sun going down, morning sun, contre jour, late sun"),
    Said("light", "sunset_glow", "after sunset, just after sunset, afterglow, sunset glow, before sunrise, just before sunrise"),
    Said("light", "dusk", "dusk, twilight, nightfall, gloaming, last light, getting dark, falling light, evening light"),
    Said("light", "blue_hour", "blue hour, end of twilight, late dusk, deep dusk, before dawn"),
    Said("light", "window_light", "window light, portrait by the window, window, by the window, by a window, at the window, north light, beside a window, window light only, near a window"),
    Said("light", "daylit_room", "daylit room, in a room by day, room by day, daylight indoors, indoors by day, indoors in daylight, away from the window"),
    Said("light", "lamps_on_stands", "studio, studio portrait, studio lights, studio lamps, continuous lights, lamps on stands, softbox, two lamps, studio light, led panels, video lights"),
    Said("light", "hall_bright", "under lights, floodlights, floodlit, flood lights, lit hall, bright hall, indoor pool, sports hall, sports lights, arena, stadium lights, stage lights, on stage, under floodlights, sports hall lights, well lit hall, bright gym"),
    Said("light", "hall_bright", "indoors, indoor, lights on", weak=True),
    Said("light", "hall_dim", "church wedding, dim hall, dim church, in church, church, village hall, dark gym, theatre, dim gym, training hall, chapel, barn, bad gym light, badly lit hall, cathedral, museum"),
    Said("light", "home_lamps", "lamps, lamplight, room lamps, home lamps, tungsten, lamp light, by lamplight, in the evening at home, warm lamps, bedside lamp, pub, restaurant, bar, cafe at night"),
    Said("light", "lamps_and_window", "lamps and window, mixed light, bright doorway, one bright doorway, lamps and daylight, window behind, open door behind, doorway"),
    Said("light", "dance_floor", "coloured lamps, coloured lights, disco lights, party lights, club, nightclub, jazz club, jazz, band on stage, concert, gig, concert lights, dance floor lights"),
    Said("light", "candles", "candles, candlelight, by candles, candle light, by candlelight, candlelit, firelight, campfire, bonfire, lanterns"),
    Said("light", "lit_street", "street lamps, street at night, night street, neon, shop windows, lit street, streets at night, at night in town, city at night, city lights, night market, street lights, town at night"),
    Said("light", "side_street", "side street, dark street, dark alley, back street at night, badly lit street, dim street, side street at night"),
    Said("light", "full_moon", "by moonlight, moonlight, moonlit, under a full moon, full moon light, lit by the moon"),
    Said("light", "quarter_moon", "under a half moon, half moon light, some moon"),
    Said("light", "moonless", "no moon, new moon, moonless, dark sky, dark skies, darkest sky, no light pollution"),
    Said("support", "tripod", "tripod, on a tripod, on sticks, sticks, on the tripod, locked down, beanbag, bean bag"),
    Said("support", "monopod", "monopod, on a monopod, one leg, single leg"),
    Said("support", "handheld", "handheld, hand held, by hand, freehand, hand-held, no tripod, without a tripod"),
    Said("through", "glass", "through glass, behind glass, through a window, through the window, through a pane, aquarium, from a hide with a window"),
    Said("through", "fence", "through a fence, through the fence, behind a fence, through netting, through a net, through wire, through bars"),
    Said("through", "leaves", "through leaves, through branches, through reeds, through a hedge, through twigs, through grass"),
    Said("outline", "faint", "in mist, in fog, misty, foggy, in haze, camouflaged, low contrast"),
    Said("outline", "dark", "silhouette, silhouettes, in silhouette, as a silhouette, silhouetted"),
    Said("file", "raw", "raw, raw only, raws, raw files, uncompressed raw"),
    Said("file", "rendered", "jpeg, jpegs, jpg, jpgs, finished files, finished, straight out of camera, ready to send, finished only"),
    Said("file", "both", "raw and jpeg, raw+jpeg, raw + jpeg, raw plus jpeg, both files, raw and jpg, raw+jpg, raw and finished"),
    Said("motion", "pan", "panning, pan, panned, streaked background, blurred background by panning"),
    Said("motion", "freeze", "freeze, frozen, freeze it, freeze the action, stop the action, stop motion, pin sharp"),
    Said("motion", "blur", "drawn as blur, show the movement, streaks, blur the movement, let it blur"),
    Said("hour", "12:00", "noon, midday, at noon, at midday"),
    Said("hour", "00:00", "midnight, at midnight"),
    Said("hour", "09:00", "in the morning, morning"),
    Said("hour", "15:00", "in the afternoon, afternoon"),
    Said("hour", "20:00", "in the evening, evening, tonight"),
    Said("hour", "23:00", "at night, night, late at night"),
    Said("place", "noted", "garden, park, beach, harbour, quay, field, town, village, outside the church, square in town, bridge, river, island, shore, riverbank, meadow path, school, club house, promenade, pier, playing field, woods edge, orchard, farm, station, platform, courtyard, terrace, balcony, roof, river bank"),
    Said("work", "street", "street at night, night street, streets at night, side street, side street at night, dark street, night market, city at night, town at night"),
    Said("shape", "1:1", "square, square format"),
    Said("shape", "4:5", "four by five"),
    Said("shape", "16:9", "wide screen, widescreen"),
)

SAYS_NOTHING = frozenset(
    ["a", "an", "the", "and", "with", "in", "on", "at", "of", "under", "my", "some", "from", "for", "by", "to", "into", "i", "we", "am", "is", "are", "it", "its", "this", "that", "be", "as", "or", "lens", "lenses", "camera", "body", "shoot", "shooting", "shot", "shots", "photo", "photos", "picture", "pictures", "photograph", "photographs", "photographing", "using", "use", "want", "will", "near", "around", "about", "out", "outdoors", "outside", "one", "two", "mostly", "mainly", "please", "there", "over", "through", "during", "while", "then", "plus", "only", "just", "taking", "take", "flight", "early", "late", "day", "wind"]
)
"""Words that tell nothing of a picture by themselves."""

NUMBERS = {"fifty": "50", "nifty fifty": "50 f/1.8", "thirty-five": "35", "thirty five": "35", "eighty-five": "85", "eighty five": "85", "twenty-four": "24", "one thirty-five": "135", "half a second": "1/2 s", "a second": "1 s"}
"""Focal lengths as they are said."""
