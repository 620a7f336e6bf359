using System.Globalization;
using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What can be known of the cam's bearings: sizes once, and where each is oiled for each.</summary>
internal static class CamValues
{
    // A bearing that feeds another, or drains: all in one plane, or not.
    private static readonly (string Path, string Word, string Id)[] s_more = [("oil2", "second", "feed-2"), ("oil3", "third", "feed-3")];

    private const int MostBushes = 5;
    private const string Bushes = "auxiliary/count";

    /// <summary>The cam of an engine with as many bearings as its layout has.</summary>
    public static PartValues Of(EngineLayout layout) => Tunnel("cam", "Cam", "Bearing", layout.CamBearings);

    /// <summary>An auxiliary shaft: how many bushes it turns in is asked, since no layout tells.</summary>
    public static PartValues Auxiliary { get; } = Counted();

    private static PartValues Counted()
    {
        // Where the first stands and how far apart they are is drawn only; it is asked for each.
        var places = Enumerable.Range(0, MostBushes).Select(i => new JournalPlace($"aux-{i + 1}", 24 + (95 * i), 20, 44)).ToList();
        var all = Tunnel("auxiliary", "Shaft", "Bush", places);
        int? Of(string path) => path.Split('/') is ["auxiliary", "bearings", var n, ..] ? int.Parse(n, CultureInfo.InvariantCulture) : null;
        bool There(KnownValues k, string path) => Of(path) is not { } i || i < (k.Number(Bushes) ?? 1);
        return all with
        {
            Values =
            [
                Ask.Count(Bushes, "Bushes of the shaft", 1, MostBushes) with
                {
                    Asked = true,
                    Drawn = _ => 2,
                    From = sheet => sheet.CountAt("auxiliary/bearings"),
                },
                .. all.Values.Select(v =>
                    v with
                    {
                        When = k => There(k, v.Path) && v.When(k),
                        // Those that it has not are left out; the parts of one that it has go their own ways.
                        Group = v.Group ?? (Of(v.Path) is { } i ? $"auxiliary/bearings/{i}" : null),
                        // The cam's stand beside the mains, and these where nobody can tell.
                        Rule = v.Path.EndsWith("/zMm", StringComparison.Ordinal) ? null : v.Rule,
                    }
                ),
            ],
            Made =
            [
                new("auxiliary/shaft", _ => JsonValue.Create("auxiliary")),
                .. all.Made.Select(m => m with { Make = (k, sheet) => There(k, m.Path) ? m.Make(k, sheet) : null }),
                // Fewer than there were: those at the rear go.
                new(
                    "auxiliary/bearings",
                    (k, sheet) =>
                        sheet.At("auxiliary/bearings") is JsonArray list
                            ? new JsonArray([.. list.Take((int)(k.Number(Bushes) ?? list.Count)).Select(b => b!.DeepClone())])
                            : null
                )
                {
                    From = Bushes,
                },
            ],
        };
    }

    private static PartValues Tunnel(string part, string shaft, string noun, IReadOnlyList<JournalPlace> places)
    {
        var thrustAt = $"{part}/thrust/bearing";
        var bearings = Enumerable.Range(0, places.Count).Select(i => Bearing(part, shaft, noun, places[i], i)).ToList();
        return new PartValues(
            part,
            [
                .. bearings.SelectMany(b => b.Values),
                .. Ask.Limit($"{part}/crush", "Crush of a shell", new(0, 0.5), NeatBoreDefaults.ShellCrush).JudgedBy("micrometer"),
                .. Ask.Limit($"{part}/clearance", "Clearance of a journal", new(0, 0.5), NeatBoreDefaults.CamClearance)
                    .JudgedBy("bore-gauge"),
                .. Ask.Limit($"{part}/turnTorque", $"{shaft} turns by hand with", new(0, 30), NeatBoreDefaults.CamTurns)
                    .Select(v => v with { Dimension = Dimension.Torque }),
                Ask.Count(thrustAt, $"Thrust plate on the face of {noun.ToLowerInvariant()}", 1, Math.Max(1, places.Count)) with
                {
                    Asked = true,
                    Group = $"{part}/thrust",
                    Optional = true,
                    More = true,
                    From = sheet =>
                        sheet.At($"{part}/thrustPlate")?.ToString() is { } id
                        && places.ToList().FindIndex(b => b.Id == id) is >= 0 and var i
                            ? i + 1
                            : null,
                },
                .. Ask.Limit($"{part}/recess", "That shell’s front edge below the face", new(0, 10), _ => null, _ => null)
                    .Select(v =>
                        v with
                        {
                            Group = $"{part}/recess",
                            Optional = true,
                            More = true,
                            When = k => k.Number(thrustAt) is not null,
                        }
                    ),
                .. Ask.Limit($"{part}/plugDepth", "Plug behind the rear bearing", new(-5, 60), _ => null, _ => null)
                    .Select(v => v with { Group = $"{part}/plugDepth", Optional = true, More = true }),
                Ask.Metal($"{part}/block", "Block is of", "iron-grey"),
                Ask.Metal($"{part}/shell", "Shells are backed with", "steel-mild"),
                Ask.Metal($"{part}/cam", $"{shaft} is of", "steel-forged"),
                new SheetValue($"{part}/operatingC", "Block, when hot", Dimension.Temperature, new(40, 160)) { Rule = _ => 95 },
            ],
            [
                .. bearings.SelectMany(b => b.Made),
                new($"{part}/thrustPlate", k => k.Number(thrustAt) is { } at ? JsonValue.Create(places[(int)at - 1].Id) : null)
                {
                    From = thrustAt,
                },
                Ask.MadeOf($"{part}/block"),
                Ask.MadeOf($"{part}/shell"),
                Ask.MadeOf($"{part}/cam"),
            ],
            [
                .. bearings.SelectMany(b => b.Contradictions),
                Ask.Ends($"{part}/recess"),
                Ask.Ends($"{part}/crush"),
                Ask.Ends($"{part}/clearance"),
            ]
        );
    }

    private static PartValues Bearing(string part, string shaft, string noun, JournalPlace place, int i)
    {
        var (at, before, name) = ($"{part}/bearings/{i}", $"{part}/bearings/{i - 1}", $"{noun} {i + 1}");
        string Of(string value) => $"{at}/{value}";
        // Sizes step down from bearing to bearing, or are all one; until others are typed, they are as the one before.
        SheetValue Size(string value, string label, double low, double high, double drawn) =>
            Ask.Mm(Of(value), i == 0 ? label : $"{name}: {char.ToLowerInvariant(label[0])}{label[1..]}", low, high) with
            {
                Rule = i == 0 ? null : k => k.Number($"{before}/{value}"),
                Drawn = k => k.Number($"{before}/{value}") ?? drawn,
            };
        return new PartValues(
            part,
            [
                Size("diameterMm", $"{noun} bore, across", 15, 120, place.DiameterMm),
                Size("widthMm", $"{noun} bore, long", 6, 80, place.WidthMm),
                Ask.Mm(Of("zMm"), $"{name}: its face behind the block’s", -50, 3000) with
                {
                    Rule = k => Math.Round(place.ZMm - ((k.Number(Of("widthMm")) ?? place.WidthMm) / 2), 1),
                },
                Size("wallMm", "Shell’s wall", 0.5, 6, 1.5),
                Size("journalMm", $"{shaft} journal, across", 10, 115, place.DiameterMm - 3),
                Ask.Mm(Of("shellOuterMm"), $"{name}: shell, across its outside", 15, 121) with
                {
                    // The bore and the middle of the usual crush.
                    Rule = k => k.Number(Of("diameterMm")) is { } bore ? Math.Round(bore + 0.09, 2) : null,
                    Drawn = k => (k.Number(Of("diameterMm")) ?? place.DiameterMm) + 0.09,
                },
                Ask.Mm(Of("shellWidthMm"), $"{name}: shell, long", 5, 80) with
                {
                    Rule = k => k.Number($"{before}/shellWidthMm") ?? k.Number(Of("widthMm")) - 2,
                    Drawn = k => (k.Number(Of("widthMm")) ?? place.WidthMm) - 2,
                },
                Ask.Mm(Of("depthMm"), $"{name}: shell’s edge below the face", -2, 40) with
                {
                    Rule = k => Ask.Rounded((k.Number(Of("widthMm")) - k.Number(Of("shellWidthMm"))) / 2, 0.1),
                    Drawn = _ => 1,
                },
                // Where oil comes from is never as the one before: a shell driven by that would be shut.
                Ask.Deg(Of("oil/angleDeg"), $"{name}: oil hole at, from 12, seen from the front") with
                {
                    Asked = true,
                    Drawn = _ => 180,
                    From = HoleFrom(at, 0, "angleDeg"),
                },
                Size("oil/diameterMm", "Oil hole, across", 1, 20, 6) with
                {
                    Asked = true,
                    From = HoleFrom(at, 0, "shape/diameterMm"),
                },
                Ask.Mm(Of("oil/fromFaceMm"), $"{name}: oil hole from its face", 0.5, 78) with
                {
                    Asked = true,
                    From = HoleFrom(at, 0, "fromFaceMm"),
                    Rule = k => Ask.Rounded(k.Number(Of("widthMm")) / 2, 0.1),
                    Drawn = k => (k.Number(Of("widthMm")) ?? place.WidthMm) / 2,
                },
                .. s_more.SelectMany((m, n) => Another(at, Of(m.Path), n + 1, $"{name}: {m.Word} oil hole")),
                Ask.Deg(Of("jointDeg"), $"{name}: shell’s joint at, from 12") with
                {
                    Group = Of("jointDeg"),
                    Optional = true,
                    More = true,
                },
            ],
            [
                new(Of("id"), _ => JsonValue.Create(place.Id)),
                new(Of("mark"), _ => JsonValue.Create($"{i + 1}")),
                // The shell's holes first: one that stood on its passage goes with it.
                new(Of("holes"), (k, sheet) => Holes(k, sheet, at, k.Number(Of("depthMm")) ?? 0)) { From = Of("oil") },
                new(Of("passages"), (k, sheet) => Passages(k, sheet, at)) { From = Of("oil") },
            ],
            [
                new(
                    Of("journalMm"),
                    Of("diameterMm"),
                    (journal, bore) => journal < bore,
                    "the shaft’s journal can’t be larger than the bore that its shell is in"
                ),
                .. i == 0
                    ? Array.Empty<Contradiction>()
                    :
                    [
                        new(
                            Of("zMm"),
                            $"{before}/zMm",
                            (face, ahead) => face > ahead,
                            "two bearings can’t be at one place: each stands behind the one before it"
                        ),
                    ],
                new(Of("shellWidthMm"), Of("widthMm"), (shell, bore) => shell <= bore, "the shell can’t be longer than its bore"),
                new(Of("oil/fromFaceMm"), Of("widthMm"), (hole, bore) => hole < bore, "the oil hole can’t lie past the bearing’s end"),
                new(Of("oil/diameterMm"), Of("widthMm"), (hole, bore) => hole < bore, "the oil hole can’t be wider than the bearing"),
                .. s_more.SelectMany(m =>
                    new[]
                    {
                        new Contradiction(
                            Of($"{m.Path}/fromFaceMm"),
                            Of("widthMm"),
                            (hole, bore) => hole < bore,
                            "the oil hole can’t lie past the bearing’s end"
                        ),
                        new Contradiction(
                            Of($"{m.Path}/diameterMm"),
                            Of("widthMm"),
                            (hole, bore) => hole < bore,
                            "the oil hole can’t be wider than the bearing"
                        ),
                    }
                ),
            ]
        );
    }

    private static IEnumerable<SheetValue> Another(string bearing, string at, int index, string what)
    {
        SheetValue Of(SheetValue value, string from) =>
            value with
            {
                Asked = true,
                Group = at,
                Optional = true,
                More = true,
                From = HoleFrom(bearing, index, from),
            };
        return
        [
            Of(Ask.Deg($"{at}/angleDeg", $"{what} at, from 12, seen from the front"), "angleDeg"),
            Of(Ask.Mm($"{at}/diameterMm", $"{what}, across", 1, 20), "shape/diameterMm"),
            Of(Ask.Mm($"{at}/fromFaceMm", $"{what} from its face", 0.5, 78), "fromFaceMm"),
        ];
    }

    /// <summary>Of a passage that a sheet describes: a round one; another shape is the sheet's own matter.</summary>
    private static Func<JsonObject, double?> HoleFrom(string bearing, int index, string value) =>
        sheet =>
            sheet.NumberAt($"{bearing}/passages/{index}/shape/diameterMm") is null
                ? null
                : sheet.NumberAt($"{bearing}/passages/{index}/{value}");

    private static IEnumerable<(string Path, string Id)> Each => [("oil", "feed"), .. s_more.Select(m => (m.Path, m.Id))];

    /// <summary>The passages in the bore; one that was there keeps its id, and its shape where it is not round.</summary>
    private static JsonArray? Passages(KnownValues k, JsonObject sheet, string at)
    {
        var was = sheet.At($"{at}/passages") as JsonArray ?? [];
        var made = Each.Select((h, i) => Passage(k, $"{at}/{h.Path}", h.Id, i < was.Count ? was[i] : null)).OfType<JsonNode>();
        JsonNode[] all = [.. made, .. was.Skip(Each.Count()).Select(p => p!.DeepClone())];
        return all.Length == 0 ? null : new JsonArray(all);
    }

    private static JsonNode? Passage(KnownValues k, string hole, string id, JsonNode? was) =>
        Round(k, hole) is not { } round
            ? was?.DeepClone()
            : new JsonObject
            {
                ["id"] = was?["id"]?.ToString() ?? id,
                ["angleDeg"] = round.Deg,
                ["fromFaceMm"] = round.Along,
                ["shape"] = Circle(round.Across),
            };

    /// <summary>The shell's holes: each at its passage when the shell is home, unless the sheet has it stand elsewhere.</summary>
    private static JsonArray? Holes(KnownValues k, JsonObject sheet, string at, double depth)
    {
        var was = sheet.At($"{at}/passages") as JsonArray ?? [];
        var holes = (sheet.At($"{at}/holes") as JsonArray ?? []).Select(h => h!.DeepClone().AsObject()).ToList();
        foreach (var (hole, i) in Each.Select((h, i) => (h, i)))
        {
            if (Round(k, $"{at}/{hole.Path}") is not { } round)
            {
                continue;
            }

            var passage = i < was.Count ? was[i] : null;
            var id = passage?["id"]?.ToString() ?? hole.Id;
            var own = holes.Find(h => h["feeds"]?.ToString() == id);
            var stoodOn = own is null || passage is null || Math.Abs((double)own["angleDeg"]! - (double)passage["angleDeg"]!) < 1e-6;
            if (!stoodOn)
            {
                continue;
            }

            var made = new JsonObject
            {
                ["feeds"] = id,
                ["angleDeg"] = round.Deg,
                ["fromEdgeMm"] = Math.Round(round.Along - depth, 2),
                ["shape"] = Circle(round.Across),
            };
            if (own is null)
            {
                holes.Add(made);
            }
            else
            {
                holes[holes.IndexOf(own)] = made;
            }
        }

        return holes.Count == 0 ? null : new JsonArray([.. holes]);
    }

    private static (double Deg, double Across, double Along)? Round(KnownValues k, string hole) =>
        k.Number($"{hole}/angleDeg") is { } deg
        && k.Number($"{hole}/diameterMm") is { } across
        && k.Number($"{hole}/fromFaceMm") is { } along
            ? (deg, across, Math.Round(along, 2))
            : null;

    private static JsonObject Circle(double across) => new() { ["kind"] = "circle", ["diameterMm"] = across };
}
