using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Cam bearings out and in: the set laid out, the order, each driven by three looks, the line, the turning of the cam, the plug.</summary>
public static class CamBearingSet
{
    private static readonly ChoiceName School = new("school");
    private static readonly ChoiceName Shells = new("shells");

    private static class OutStep
    {
        public static readonly StepName Name = new("out");
    }

    private static class WashStep
    {
        public static readonly StepName Name = new("wash");
    }

    private static class SetStep
    {
        public static readonly StepName Name = new("set");
        public static readonly TextSlot Mark = Name.Text("mark");
        public static readonly PickSlot Holes = Name.Pick("holes");
        public static readonly NumberSlot Outer = Name.Number("outer");
        public static readonly NumberSlot Wall = Name.Number("wall");
        public static readonly IReadOnlyList<NumberSlot> Across = [.. new[] { "front-0", "front-90", "rear-0", "rear-90" }.Select(Name.Number)];
    }

    private static class OrderStep
    {
        public static readonly StepName Name = new("order");
        public static readonly ToolSlot Tool = Name.Tool("tool");
    }

    private static class StartStep
    {
        public static readonly StepName Name = new("start");
        public static readonly NumberSlot Again = Name.Number("again");
    }

    private static class BiteStep
    {
        public static readonly StepName Name = new("bite");
        public static readonly PickSlot Mark = Name.Pick("mark");
    }

    private static class LookStep
    {
        public static readonly StepName Name = new("look");
    }

    private static class SeatStep
    {
        public static readonly StepName Name = new("seat");
    }

    private static class LineStep
    {
        public static readonly StepName Name = new("line");
        public static NumberSlot X(string bearing) => Name.Number($"{bearing}-x");
        public static NumberSlot Y(string bearing) => Name.Number($"{bearing}-y");
    }

    private static class ReamStep
    {
        public static readonly StepName Name = new("ream");
        public static NumberSlot Inside(string bearing) => Name.Number($"{bearing}-inside");
    }

    private static class TrialStep
    {
        public static readonly StepName Name = new("trial");
    }

    private static class TurnStep
    {
        public static readonly StepName Name = new("turn");
    }

    private static class PlugStep
    {
        public static readonly StepName Name = new("plug");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    private static class TunnelStep
    {
        public static readonly StepName Name = new("tunnel");
    }

    private static readonly ChoiceName Stand = new("stand");

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } = new(
        "cam-bearings",
        1,
        "Cam bearings",
        sheet => sheet.Cam is null ? [] : [.. sheet.Cam.Bearings.Select(b => b.Id)],
        [
            new Choice(Stand, OrderStep.Name, "The engine is on", _ => [new("cart", "a cart or bench"), new("stand", "a stand: rear closed")]),
            new Choice(School, OrderStep.Name, "The order", _ => [new("far-end-first", "far end first"), new("nearer-end", "from the nearer end")]),
            new Choice(Shells, OrderStep.Name, "The shells", _ => [new("sized", "to size as they are"), new("undersize", "undersize, reamed in line")]),
        ],
        [
            new Step(OutStep.Name, "Out: what came from where", "cam-shell")
            {
                Each = All, ItemName = Name, Together = "out",
                Slots = _ => [Slot.Tick("noted", "Holes, joint and side noted, photo taken"), new Slot("depth", "Depth it stood at", SlotKind.Number, Dimension.Length, 0.1, "depth-gauge", Plausible: new Band(-5, 40), Required: false)],
                Judge = Prompt.Next,
                Cautions = ["Eye protection: a hammered bar chips. Old shells have sharp edges."],
            },
            new Step(WashStep.Name, "Galleries and edges", "checks")
            {
                Slots = _ => [Slot.Tick("rodded", "Galleries rodded and washed"), Slot.Tick("plugs", "Plugs back in"), Slot.Tick("edges", "Bores’ entry edges deburred"), Slot.Tick("dry", "Blown dry, bores wiped")],
                Judge = Prompt.Next,
                Cautions = ["Eye protection at the air line. Solvent vapour: no flame near."],
            },
            new Step(SetStep.Name, "Shell and bore", "cam-shell")
            {
                Each = All, ItemName = Name, Together = "set",
                Slots = c =>
                [
                    new Slot(SetStep.Mark, "Shell’s mark", SlotKind.Text),
                    Slot.Pick(SetStep.Holes, "Its holes", new("right", "all there, right way round"), new("missing", "one missing"), new("turned", "wrong way round")),
                    Diameter(SetStep.Outer, "Shell’s outside", "micrometer", Of(c).ShellOuterMm),
                    new Slot(SetStep.Wall, "Shell’s wall", SlotKind.Number, Dimension.Length, 0.001, "micrometer", Plausible: new Band(0.5, 6), Expected: Of(c).WallMm),
                    .. SetStep.Across.Select(k => Diameter(k, $"Bore, {k.Key.Split('-')[0]}, {(k.Key.EndsWith("-0", StringComparison.Ordinal) ? "12 to 6" : "3 to 9")}", "bore-gauge", Of(c).DiameterMm) with { Peers = "bore" }),
                ],
                Judge = JudgeSet,
                Gate = "this shell in this bore",
                Cautions = ["A shell’s edge cuts. Bores wiped: grit reads as crush."],
            },
            new Step(OrderStep.Name, "The order and the tool", "cam-order")
            {
                Slots = _ => [new Slot(OrderStep.Tool, "Driver", SlotKind.Tool, Need: new ToolMatch.ToolNeed(DriverKind, [], 0, 1))],
                Judge = JudgeOrder,
                Gate = "every shell can be driven",
                Cautions = ["Never under a hanging engine. A stand that closes the rear: cart or bench."],
            },
            new Step(StartStep.Name, "Before the first blow", "cam-window")
            {
                Each = Driven, ItemName = Name, Together = "drive",
                Slots = c =>
                [
                    Slot.Tick("mark", "Shell’s hole marked on the tool"),
                    Slot.Tick("lined", "Mark at the passage, chamfer first"),
                    .. Tool(c) == DriveOrder.DriverKind.Rod ? [Slot.Tick("flat", "Backing piece flat, relieved at the radius, started square")] : Array.Empty<Slot>(),
                    .. c.Round(StartStep.Name) > 1 ? [Diameter(StartStep.Again, "Shell’s outside, measured again", "micrometer", Of(c).ShellOuterMm)] : Array.Empty<Slot>(),
                ],
                Judge = JudgeStart,
                Cautions = ["Eye protection: a hammered bar chips. Hands off the tool’s head."],
            },
            new Step(BiteStep.Name, "Two or three millimetres in", "cam-window")
            {
                Each = Driven, ItemName = Name, Together = "drive", Needs = [StartStep.Name],
                Slots = c =>
                [
                    Slot.Pick(BiteStep.Mark, "Tool’s mark against the passage", new("in-line", "in line"), new("clockwise", "off, clockwise"), new("anticlockwise", "off, anticlockwise")),
                    Slot.Pick(Turns(c), "Does it still turn?", new("yes", "it turns"), new("no", "it is stuck")),
                ],
                Judge = JudgeBite,
                Cautions = ["Light blows. Eye protection: a hammered bar chips."],
            },
            new Step(LookStep.Name, "Near the end", "cam-window")
            {
                Each = Driven, ItemName = Name, Together = "drive", Needs = [BiteStep.Name],
                Slots = c => [.. Sights(c), Slot.Pick(Turns(c), "Does it still turn?", new("yes", "it turns"), new("no", "it is stuck"))],
                Judge = c => JudgeWindow(c, false),
                Cautions = ["Eye to the passage only with the hammer down. Light blows."],
            },
            new Step(SeatStep.Name, "At depth", "cam-window")
            {
                Each = Driven, ItemName = Name, Together = "drive", Needs = [LookStep.Name],
                Slots = c => [.. Sights(c), .. Recess(c)],
                Judge = c => JudgeWindow(c, true),
                Gate = "every passage open",
                Cautions = ["Shaved metal out before the next one: wash, blow, wipe."],
            },
            new Step(LineStep.Name, "In line", "cam-line")
            {
                Slots = c => [.. c.Sheet.Cam!.Bearings.SelectMany(b => new[] { ("x", "towards 3"), ("y", "towards 12") }.Select(a => new Slot(
                    $"{b.Id}-{a.Item1}", $"{Name(c.Sheet, b.Id)}, {a.Item2}", SlotKind.Number, Dimension.Length, 0.001, "dial", Plausible: new Band(-1, 1))))],
                Judge = JudgeLine,
                Gate = "a straight cam fits",
                Cautions = ["A long bar bends under its own weight: rest it at both ends."],
            },
            new Step(ReamStep.Name, "Reamed in line", "cam-ream")
            {
                When = c => Applies.If(c.Chosen(Shells) == "undersize", "These shells are to size as they are."),
                Slots = c => [Slot.Tick("pilots", "Pilot at both ends, from the two ends in"), .. c.Sheet.Cam!.Bearings.Select(b => Diameter(ReamStep.Inside(b.Id), $"{Name(c.Sheet, b.Id)}, inside after", "bore-gauge", b.JournalMm + 0.07))],
                Judge = JudgeReamed,
                Gate = "reamed to size",
                Cautions = ["Turn a reamer forwards only. Chips out, wash everything again."],
            },
            new Step(TrialStep.Name, "Cam in, oiled", "checks")
            {
                Slots = _ => [Slot.Tick("washed", "Shaved metal out, washed again"), Slot.Tick("oiled", "Bearings and journals oiled"), Slot.Tick("in", "Cam in on a long handle, lobes kept clear")],
                Judge = Prompt.Next,
                Cautions = ["Lobes’ edges cut, and they scratch the shells: two hands."],
            },
            new Step(TurnStep.Name, "Turn it", "cam-drag")
            {
                Slots = _ => [.. Enumerable.Range(0, 8).Select(i => new Slot($"{i * 45}", Clock.Text(i * 45).Replace(":00", "", StringComparison.Ordinal), SlotKind.Number, Dimension.Torque, 0.1, "torque-wrench", i * 45, Plausible: new Band(0, 30), Peers: "turn"))],
                Judge = JudgeTurn,
                Gate = "it turns freely",
                Cautions = ["Slow and even: a cam that snatches pinches fingers."],
            },
            new Step(PlugStep.Name, "Blanking plug", "checks")
            {
                When = c => Applies.If(c.Sheet.Cam!.PlugDepth is not null, "This engine has none."),
                Slots = _ => [Slot.Tick("sealant", "Sealant on its edge"), new Slot(PlugStep.Depth, "Its depth", SlotKind.Number, Dimension.Length, 0.1, "depth-gauge", Plausible: new Band(-2, 30))],
                Judge = JudgePlug,
                Cautions = ["Sealant vapour: no flame near. Plugs jump: eye protection."],
            },
            new Step(TunnelStep.Name, "The whole tunnel", "cam-strip")
            {
                Weighs = [SetStep.Name, SeatStep.Name, LineStep.Name, TurnStep.Name],
                Judge = JudgeTunnel,
                Cautions = ["Cover the tunnel until the cam is in for good."],
            },
        ])
    {
        Home = "cam",
    };

    /// <summary>A bearing's holes and where it goes, as the end that it is driven from sees them.</summary>
    internal sealed record Facing(View View, double BoreMm, IReadOnlyList<Passage> Passages, IReadOnlyList<ShellHole> Holes, double FinalMm)
    {
        public static Facing Of(CamBearingSheet bearing, DriveOrder.DriveEnd from) => from == DriveOrder.DriveEnd.Front
            ? new Facing(View.Front, bearing.DiameterMm, bearing.Passages, bearing.Holes, bearing.DepthMm)
            : new Facing(
                View.Rear, bearing.DiameterMm,
                [.. bearing.Passages.Select(p => p with { AngleDeg = Clock.FromOtherEnd(p.AngleDeg), FromFaceMm = bearing.WidthMm - p.FromFaceMm })],
                [.. bearing.Holes.Select(h => h with { AngleDeg = Clock.FromOtherEnd(h.AngleDeg), FromEdgeMm = bearing.ShellWidthMm - h.FromEdgeMm })],
                bearing.WidthMm - bearing.ShellWidthMm - bearing.DepthMm);

        /// <summary>What is + seen from the front, as this end sees it.</summary>
        public double Sign => View == View.Front ? 1 : -1;
    }

    private static IReadOnlyList<string> All(StepContext c) => [.. c.Sheet.Cam!.Bearings.Select(b => b.Id)];

    private static string Name(EngineSheet sheet, string id) => $"Bearing {sheet.Cam!.Bearings.ToList().FindIndex(b => b.Id == id) + 1}";

    private static CamBearingSheet Of(StepContext c) => c.Sheet.Cam!.Bearings.FirstOrDefault(b => b.Id == c.Item) ?? c.Sheet.Cam.Bearings[0];

    private static Slot Diameter(string key, string label, string instrument, double nominal) => new(
        key, label, SlotKind.Number, Dimension.Length, 0.001, instrument, Plausible: new Band(nominal * 0.9, nominal * 1.1), Expected: nominal);

    private const string DriverKind = "bearing-driver";

    private static DriveOrder.DriverKind Tool(StepContext c) => c.Tool(OrderStep.Tool) is { Kind: DriverKind, Screw: not null } ? DriveOrder.DriverKind.Rod : DriveOrder.DriverKind.Expanding;

    /// <summary>The order from the sheet's sizes and the tool in hand; from the sheet alone, an ordinary long driver.</summary>
    private static DriveOrder.Answer Order(StepContext c) =>
        (c.Tool(OrderStep.Tool) is { Kind: DriverKind } driver ? c.Once("order", () => Order(c, driver)) : null) ?? c.Once("order by the sheet", () => Order(c, null))!;

    private static DriveOrder.Answer Order(StepContext c, ToolMatch.CribTool? tool) => DriveOrder.Solve(new DriveOrder.Request(
        [.. c.Sheet.Cam!.Bearings.Select(b => new DriveOrder.Bore(b.Id, b.ZMm, b.WidthMm, b.DiameterMm, b.ShellOuterMm, b.ShellOuterMm - (2 * b.WallMm), b.ShellWidthMm))],
        new DriveOrder.OpenEnds(true, c.Chosen(Stand) != "stand"),
        new DriveOrder.Driver(Tool(c), tool?.ReachMm ?? 1000, tool?.SpreadMm?[0] ?? 10, tool?.SpreadMm?[1] ?? 200, tool?.OuterMm ?? 25, tool?.LengthMm ?? 35),
        c.Chosen(School) == "nearer-end" ? DriveOrder.DriveSchool.NearerEnd : DriveOrder.DriveSchool.FarEndFirst));

    private static IReadOnlyList<string> Driven(StepContext c)
    {
        var order = Order(c);
        return [.. order.Order.Select(o => o.Id), .. order.Impossible.Select(i => i.Id)];
    }

    private static Facing FacingOf(StepContext c) => Facing.Of(Of(c), Order(c).Order.FirstOrDefault(o => o.Id == c.Item)?.From ?? DriveOrder.DriveEnd.Front);

    /// <summary>How far it is turned, where that is measured at this step.</summary>
    private static NumberSlot Turned(StepContext c) => c.Step.Name.Number("turn");

    /// <summary>How deep its edge is, where that is measured at this step.</summary>
    private static NumberSlot Deep(StepContext c) => c.Step.Name.Number("depth");

    /// <summary>Whether it still turns, where that is tried at this step.</summary>
    private static PickSlot Turns(StepContext c) => c.Step.Name.Pick("turns");

    private static SightSlot Down(StepContext c, string passage) => c.Step.Name.Sight(passage);

    private static IEnumerable<Slot> Sights(StepContext c)
    {
        var measured = c.Taken(Turned(c)) && c.Taken(Deep(c));
        return
        [
            .. Of(c).Passages.Select(p => new Slot(Down(c, p.Id), $"Down {p.Id}, {Clock.Text(p.AngleDeg)}", SlotKind.Sight, AngleDeg: p.AngleDeg, Required: !measured)),
            new Slot(Turned(c), "or measured: turned clockwise", SlotKind.Number, Dimension.Angle, 0.1, "degree-wheel", Plausible: new Band(-30, 30), Required: false),
            new Slot(Deep(c), "and its edge’s depth", SlotKind.Number, Dimension.Length, 0.1, "depth-gauge", Plausible: new Band(-40, 40), Required: false),
        ];
    }

    private static IEnumerable<Slot> Recess(StepContext c)
    {
        var places = c.Sheet.Cam!.ThrustPlate == c.Item ? new[] { 0, 90, 180, 270 } : [0];
        return places.Select(deg => new Slot(
            $"recess-{deg}", places.Length > 1 ? $"Below the face, {Clock.Text(deg)}" : "Edge below the bore’s face", SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", deg,
            Plausible: new Band(-3, 30), Peers: "recess", Expected: FacingOf(c).FinalMm));
    }

    private static Judgement JudgeSet(StepContext c)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(SetStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        var own = Of(c);
        var mark = c.Reading(SetStep.Mark)!.Typed.Trim();
        var belongs = c.Sheet.Cam!.Bearings.FirstOrDefault(b => string.Equals(b.Mark, mark, StringComparison.OrdinalIgnoreCase));
        Judgement Wrong(string what, Sentence why) => new(Sentence.Of(what), new Call(Verdict.Stop, why, []));
        if (belongs is not null && belongs.Id != own.Id)
        {
            return Wrong("Not this shell: put it where it belongs.", Sentence.Of("{mark} is the shell of {other}.", ("mark", Quantity.Word(mark)), ("other", Quantity.Word(Name(c.Sheet, belongs.Id).ToLowerInvariant()))));
        }

        if (c.Picked(SetStep.Holes) is "missing" or "turned")
        {
            return c.Picked(SetStep.Holes) == "missing"
                ? Wrong("Another shell: this one lacks a hole.", Sentence.Of("A passage without its hole stays shut."))
                : Wrong("Turn it end for end before it goes in.", Sentence.Of("Wrong way round, its holes miss the passages."));
        }

        if (Clearance(c) is not { } answer)
        {
            return Prompt.Next(c);
        }

        if (answer.Call is not { } call)
        {
            return new Judgement(Sentence.Of(Held.ToldOnly), Answer: answer);
        }

        var lead = call.Checks[0];
        return new Judgement(
            Sentence.Of(
                (call.Verdict, lead.Name, lead.Side) switch
                {
                    (Verdict.Go, _, _) => "It fits: {crush} of crush, {clearance} of clearance when it is in.",
                    (Verdict.LookAgain, _, _) => "Measure {what} again, with a finer gauge if you have one.",
                    (_, "crush", Side.Upper) => "Too tight by {by}: the wrong shell, or the bore closed up. It would jam.",
                    (_, "crush", _) => "Too loose by {by}: it would spin. Larger shell, or the bore’s repair size.",
                    (_, "crush hot", _) => "Hot it lets go: the block grows away from it. Another shell.",
                    (_, _, Side.Lower) when c.Chosen(Shells) == "undersize" => "Undersize as meant: {stock} to ream when it is in.",
                    (_, _, Side.Lower) => "Too little clearance: {stock} to ream, or another shell.",
                    _ => "Too much clearance: another shell.",
                },
                ("crush", Quantity.Mm(answer.CrushMm, 0.001)), ("clearance", Quantity.Mm(answer.ClearanceMm, 0.001)), ("what", Quantity.Word(lead.Name)),
                ("by", Quantity.Mm(Math.Abs(lead.Value - lead.Limit), 0.001)), ("stock", Quantity.Mm(answer.StockMm ?? 0, 0.001))),
            call,
            answer);
    }

    private static ShellClearance.Answer? Clearance(StepContext c)
    {
        var cam = c.Sheet.Cam!;
        if (c.Number(SetStep.Outer) is not { } outer || c.Number(SetStep.Wall) is not { } wall || SetStep.Across.Any(k => !c.Taken(k)))
        {
            return null;
        }

        var (crush, clearance) = (cam.Crush ?? HouseDefaults.ShellCrush, cam.Clearance ?? HouseDefaults.CamClearance);
        var u = Math.Max(c.Uncertainty(SetStep.Outer), c.Uncertainty(SetStep.Across[0]));
        var bore = SetStep.Across.Select(k => c.Number(k)!.Value).ToList();
        var undersize = c.Chosen(Shells) == "undersize";
        var answer = ShellClearance.Solve(new ShellClearance.Request(
            bore, outer, wall, Of(c).JournalMm, cam.Block, cam.Shell, cam.Cam, cam.OperatingC,
            new ShellClearance.ShellLimits(crush.Ends(), undersize ? null : clearance.Ends()), u));
        if (crush.Ends() is not null && (undersize || clearance.Ends() is not null))
        {
            return answer with { Call = answer.Call!.Sourced(k => k.Name == "clearance" ? clearance.SourceWords : crush.SourceWords) };
        }

        // Of a limit with one end known, that end is held, as the calculator holds both.
        var both = u * Math.Sqrt(2);
        IEnumerable<Check> Half(Limit limit, string name, double least, double most, double uncertainty) => limit.Ends() is not null ? [] :
        [
            .. (limit with { High = null }).Checks(name, least, uncertainty),
            .. (limit with { Low = null }).Checks(name, most, uncertainty),
        ];
        List<Check> checks =
        [
            .. answer.Call?.Sourced(k => k.Name == "clearance" ? clearance.SourceWords : crush.SourceWords).Checks ?? [],
            .. Half(crush, "crush", outer - bore.Max(), outer - bore.Min(), both),
            .. undersize ? [] : Half(clearance, "clearance", bore.Min() - (2 * wall) - Of(c).JournalMm, bore.Max() - (2 * wall) - Of(c).JournalMm, u * Math.Sqrt(6)),
        ];
        return answer with { Call = Call.Of(checks, k => Sentence.Of("{name} {value}; {limit} is the limit.", ("name", Quantity.Word(k.Name)), ("value", Quantity.Mm(k.Value, 0.001)), ("limit", Quantity.Mm(k.Limit, 0.001)))) };
    }

    private static Judgement JudgeOrder(StepContext c)
    {
        if (c.Tool(OrderStep.Tool) is not { } tool)
        {
            return new Judgement(Sentence.Of("Pick the driver: its reach, bar and cone decide the order."), Answer: Order(c));
        }

        if (tool.Kind != DriverKind || c.Once("order", () => Order(c, tool)) is not { } answer)
        {
            return new Judgement(
                Sentence.Of("Not this one. Strike it and pick a driver for cam bearings."),
                new Call(
                    Verdict.Stop,
                    tool.Kind == DriverKind
                        ? Sentence.Of("{tool}: its reach, bar or cone in the crib can’t be right.", ("tool", Quantity.Word(tool.Name ?? tool.Id)))
                        : Sentence.Of("{tool} drives no shells.", ("tool", Quantity.Word(tool.Name ?? tool.Id))),
                    []),
                Order(c));
        }

        var never = answer.Impossible;
        if (never.Count > 0)
        {
            return new Judgement(
                Sentence.Of(
                    never[0].Because.Contains("closed", StringComparison.Ordinal) ? "{bearing} can’t be driven so. Take the engine off its stand: cart or bench." : "{bearing} can’t be driven with this. Pick a longer driver, or drive from the other end.",
                    ("bearing", Quantity.Word(Name(c.Sheet, never[0].Id)))),
                new Call(Verdict.Stop, Sentence.Of("{bearing}: {why}.", ("bearing", Quantity.Word(Name(c.Sheet, never[0].Id))), ("why", Quantity.Word(never[0].Because))), []),
                answer);
        }

        return new Judgement(
            Sentence.Of("{first} first, from the {end}. Then as the arrows say.", ("first", Quantity.Word(Name(c.Sheet, answer.Order[0].Id))), ("end", Quantity.Word(answer.Order[0].From == DriveOrder.DriveEnd.Front ? "front" : "rear"))),
            new Call(Verdict.Go, Sentence.Of("All {n} can be driven with {tool}.", ("n", Quantity.Count(answer.Order.Count)), ("tool", Quantity.Word(tool.Name ?? tool.Id))), []),
            answer);
    }

    private static Judgement JudgeStart(StepContext c)
    {
        var drives = c.Round(StartStep.Name);
        if (drives >= HouseDefaults.MostDrives)
        {
            return new Judgement(
                Sentence.Of("Driven {n} times: a new shell. Its crush is spent.", ("n", Quantity.Count(drives))),
                new Call(
                    Verdict.Stop, Sentence.Of("Each drive shaves the shell; at the third it is done."),
                    [new Check("times driven", Verdict.Stop, drives, HouseDefaults.MostDrives - 1, 0, Side.Upper, Dimension.Count, "Neat Bore default")]));
        }

        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(StartStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        if (drives > 1 && c.Number(StartStep.Again) is { } again)
        {
            var bore = SetStep.Across.Select(k => c.Number(k)).OfType<double>().DefaultIfEmpty(Of(c).DiameterMm).ToList();
            var crush = c.Sheet.Cam!.Crush ?? HouseDefaults.ShellCrush;
            var call = Call.Of(
                [.. (crush with { High = null }).Checks("crush left", again - bore.Max(), c.Uncertainty(StartStep.Again) * Math.Sqrt(2))],
                k => Sentence.Of(
                    k.Verdict == Verdict.LookAgain ? "Second drive: {value} ± {u} of crush is left, too close to {limit} to decide." : "Second drive: {value} of crush is left; {limit} is the least.",
                    ("value", Quantity.Mm(k.Value, 0.001)), ("u", Quantity.Mm(k.Uncertainty, 0.001)), ("limit", Quantity.Mm(k.Limit, 0.001))));
            return call is null ? new Judgement(Sentence.Of(Held.ToldOnly)) : new Judgement(
                Sentence.Of(call.Verdict == Verdict.Go ? "Enough crush left. Drive it again, light blows." : call.Verdict == Verdict.LookAgain ? "Measure the shell again, finer." : "Its crush is spent: a new shell."), call);
        }

        return new Judgement(Sentence.Of("Drive it two or three millimetres. Then look at the mark."));
    }

    private static Judgement JudgeBite(StepContext c)
    {
        if (c.Picked(BiteStep.Mark) is not { } mark || c.Picked(Turns(c)) is not { } turns)
        {
            return Prompt.Next(c);
        }

        // The holes begin to show when less than a third of the smallest is left to go.
        var left = Quantity.Mm(Of(c).Holes.Min(h => h.Shape.AlongMm) / 3, 0.1);
        var way = Quantity.Word(mark == "clockwise" ? "anticlockwise" : "clockwise");
        return (mark, turns) switch
        {
            ("in-line", _) => new Judgement(
                Sentence.Of("Drive it on, light blows, until the holes begin to show: {left} to go.", ("left", left)), new Call(Verdict.Go, Sentence.Of("The tool’s mark stands at its passage."), [])),
            (_, "yes") => new Judgement(
                Sentence.Of("Turn it {way} now, while it still turns, until the mark stands at the passage.", ("way", way)), new Call(Verdict.LookAgain, Sentence.Of("The mark is off, and it still turns."), [])),
            _ => new Judgement(
                Sentence.Of("It is stuck and off. Drive on and judge it near the end, or out and again: say which."), new Call(Verdict.Decide, Sentence.Of("The mark is off, and it no longer turns."), [])),
        };
    }

    private static Judgement JudgeWindow(StepContext c, bool atDepth)
    {
        var facing = FacingOf(c);
        if (c.Step.Slots(c).FirstOrDefault(s => s.Required && !c.Taken(s)) is { } next)
        {
            return next.Kind == SlotKind.Sight
                ? new Judgement(Sentence.Of("Look down {passage}, lamp in front. Move the metal until it looks the same.", ("passage", Quantity.Word(next.Key))))
                : Prompt.Next(c);
        }

        var (place, doubt) = Position(c, facing);
        if (place is null)
        {
            return doubt!;
        }

        var canTurn = !atDepth && c.Picked(Turns(c)) == "yes";
        var window = HouseDefaults.OilWindow;
        // What is left of the way: no farther than its depth, and a little turn either way.
        var deepest = Math.Max(facing.FinalMm, place.DepthMm);
        var answer = OilHoleWindow.Solve(new OilHoleWindow.Request(
            facing.BoreMm, facing.Passages, facing.Holes, place,
            new OilHoleWindow.Range([place.RotationDeg - 15, place.RotationDeg + 15], [atDepth ? place.DepthMm : Math.Min(deepest, facing.FinalMm), deepest]),
            facing.View, atDepth ? null : facing.FinalMm, canTurn, GoShare: window.High!.Value, StopShare: window.Low!.Value));
        var call = answer.Call!.Sourced(_ => window.SourceWords);
        var (recess, recessed) = atDepth ? JudgeRecess(c) : (null, null);
        if (recess is not null && recess.Verdict > call.Verdict)
        {
            return new Judgement(recessed!, recess with { Checks = [.. recess.Checks, .. call.Checks] }, answer);
        }

        var drives = c.Round(StartStep.Name);
        var advice = answer.Advice;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, atDepth, canTurn) switch
                {
                    (Verdict.Go, true, _) => "Open: {shares}. Wash it out; the next one.",
                    (Verdict.Go, false, _) when advice.Direction == OilHoleWindow.Turn.None => "Drive it {drive} to depth, light blows. Then look again.",
                    (Verdict.Go, false, _) when !canTurn => "Drive it {drive} to depth as it stands. Then look again.",
                    (_, false, true) when advice.Direction != OilHoleWindow.Turn.None => "Turn it {turn} {way} seen from the {end} while it still turns, then look again.",
                    (Verdict.LookAgain, _, _) => "Look again, closer, or measure its turn and depth.",
                    (Verdict.Decide, _, _) => "It no longer turns: say why it will do, or out and again; that is drive {n}.",
                    _ => "Out with it and again: that is drive {n}, and costs crush.",
                },
                ("shares", Quantity.Word(string.Join(", ", answer.Passages.Select(p => $"{p.Id} {Wording.Number(p.OpenShare * 100, 1)} %")))),
                ("drive", Quantity.Mm(Math.Max(0, facing.FinalMm - place.DepthMm), 0.1)),
                ("turn", Quantity.Degrees(Math.Abs(advice.TurnDeg))),
                ("way", Quantity.Word(advice.Direction == OilHoleWindow.Turn.Clockwise ? "clockwise" : "anticlockwise")),
                ("end", Quantity.Word(facing.View == View.Front ? "front" : "rear")),
                ("n", Quantity.Count(drives + 1))),
            call,
            answer);
    }

    /// <summary>Where the shell is: measured, or from what was seen; or why that can't be told.</summary>
    private static (OilHoleWindow.Place? Place, Judgement? Doubt) Position(StepContext c, Facing facing)
    {
        if (c.Number(Turned(c)) is { } turn && c.Number(Deep(c)) is { } depth)
        {
            return (new OilHoleWindow.Place(facing.Sign * turn, depth, new SightPosition.ShellUncertainty(c.Uncertainty(Turned(c)), c.Uncertainty(Deep(c)))), null);
        }

        var looks = facing.Passages.Select(p => (p.Id, p.Shape, Sight: c.Sight(Down(c, p.Id)))).Where(l => l.Sight is not null).ToList();
        var sights = looks.Where(l => l.Sight!.Kind != SightKind.Shut).Select(l => new SightPosition.Look(
            l.Id, facing.Sign * l.Sight!.AroundMm, facing.Sign * l.Sight.AlongMm, l.Sight.Kind == SightKind.Wire ? l.Shape.AlongMm / 4 : HouseDefaults.SightMm)).ToList();
        Judgement Doubt(string what, Sentence why) => new(Sentence.Of(what), new Call(Verdict.LookAgain, why, []));
        if (sights.Count == 0)
        {
            return (null, Doubt("Measure its turn and depth: nothing can be seen.", Sentence.Of("Every passage is shut: where the shell is can’t be told by eye.")));
        }

        var found = SightPosition.Solve(new SightPosition.Request(facing.BoreMm, facing.Passages, facing.Holes, sights, facing.View));
        if (found.Call is { } contradicts)
        {
            return (null, new Judgement(
                Sentence.Of(found.OddOneOut is null ? "The looks don’t agree. Look down each again." : "Look down {odd} again: it contradicts the others.", ("odd", Quantity.Word(found.OddOneOut ?? ""))), contradicts, found));
        }

        var place = new OilHoleWindow.Place(found.RotationDeg, found.DepthMm, found.Uncertainty);
        foreach (var shut in looks.Where(l => l.Sight!.Kind == SightKind.Shut))
        {
            var passage = facing.Passages.First(p => p.Id == shut.Id);
            var hole = HolePairs.HoleOf(passage, facing.Holes);
            var share = SharedArea.Of(
                passage.Shape, hole.Shape, HolePairs.Around(hole.AngleDeg - passage.AngleDeg + place.RotationDeg, facing.BoreMm), hole.FromEdgeMm - passage.FromFaceMm + place.DepthMm) / SharedArea.Most(passage.Shape, hole.Shape);
            if (share > 0.25)
            {
                return (null, Doubt(
                    "Look down the shut one again: by the others it would be open.",
                    Sentence.Of("{odd} looks shut; by the others it would be {share} open: wrong shell, or a hole drilled out of place.", ("odd", Quantity.Word(shut.Id)), ("share", Quantity.Share(share)))));
            }
        }

        return (place, null);
    }

    private static (Call? Call, Sentence? Do) JudgeRecess(StepContext c)
    {
        var limit = c.Sheet.Cam!.ThrustPlate == c.Item ? c.Sheet.Cam.Recess : null;
        if (limit is null)
        {
            return (null, null);
        }

        var checks = Recess(c).SelectMany(s =>
        {
            var (v, u) = (c.Number(SeatStep.Name, s)!.Value, c.Uncertainty(SeatStep.Name, s));
            return new[] { limit.Low is { } low ? Check.AtLeast($"recess at {Clock.Text(s.AngleDeg!.Value)}", v, low, u, Dimension.Length, limit.SourceWords) : null, limit.High is { } high ? Check.AtMost($"recess at {Clock.Text(s.AngleDeg!.Value)}", v, high, u, Dimension.Length, limit.SourceWords) : null };
        }).OfType<Check>().ToList();
        var call = Call.Of(checks, k => Sentence.Of(
            k.Verdict == Verdict.LookAgain ? "The {name} is {value} ± {u}: too close to {limit} to decide." : k.Side == Side.Lower ? "The {name} is {value}; at least {limit} is wanted, or the thrust plate rides on it." : "The {name} is {value}; at most {limit} is wanted.",
            ("name", Quantity.Word(k.Name)), ("value", Quantity.Mm(k.Value)), ("u", Quantity.Mm(k.Uncertainty)), ("limit", Quantity.Mm(k.Limit))));
        return (call, Sentence.Of(call?.Verdict == Verdict.LookAgain ? "Wipe the face and read the recess again." : call?.Checks[0].Side == Side.Lower ? "Drive it in a touch, at that place." : "Too deep: the thrust plate loses its oil. Out and again."));
    }

    private static Judgement JudgeLine(StepContext c)
    {
        var bearings = c.Sheet.Cam!.Bearings;
        if (c.Step.Slots(c).FirstOrDefault(s => !c.Taken(LineStep.Name, s)) is { } next)
        {
            return new Judgement(Sentence.Of("Bar and dial through the tunnel. {label}: read how far its middle stands off.", ("label", Quantity.Word(next.Label))));
        }

        var answer = BoreLine.Solve(new BoreLine.Request(
            [.. bearings.Select(b => new BoreLine.Station(b.Id, b.ZMm + (b.WidthMm / 2), c.Number(LineStep.X(b.Id))!.Value, c.Number(LineStep.Y(b.Id))!.Value, Math.Max(0, (Clearance(c.For(b.Id))?.ClearanceMm ?? 0.06) / 2)))],
            GaugeUncertaintyMm: c.Uncertainty(LineStep.X(bearings[0].Id)), Limits: new BoreLine.LineLimits(0, 0.05)));
        var call = answer.Call!.Sourced(k => k.Name == "slack" ? "geometry: a straight cam" : "Neat Bore default");
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "A straight cam fits with {slack} to spare. Tightest: {tight}.",
                    Verdict.LookAgain => "Measure {tight} again, finer: it is too close to tell.",
                    _ => "It would bind at {tight}. Look for a burr or a shell not home; else ream in line.",
                },
                ("slack", Quantity.Mm(answer.SlackMm, 0.001)), ("tight", Quantity.Word(string.Join(" and ", answer.Tightest.Take(2).Select(t => Name(c.Sheet, t).ToLowerInvariant()))))),
            call,
            answer);
    }

    private static Judgement JudgeReamed(StepContext c)
    {
        var bearings = c.Sheet.Cam!.Bearings;
        if (c.Step.Slots(c).FirstOrDefault(s => !c.Taken(ReamStep.Name, s)) is { } next)
        {
            var own = bearings.FirstOrDefault(b => next.Key == ReamStep.Inside(b.Id));
            var wanted = c.Sheet.Cam.Clearance ?? HouseDefaults.CamClearance;
            if (own is null)
            {
                return Prompt.Next(c);
            }

            return wanted.Ends() is [var least, var most]
                ? new Judgement(Sentence.Of(
                    "{bearing}: ream to {size}, then measure it.", ("bearing", Quantity.Word(Name(c.Sheet, own.Id))), ("size", Quantity.Mm(own.JournalMm + ((least + most) / 2), 0.001))))
                : new Judgement(Sentence.Of("{bearing}: ream it, then measure it. No limit known: told only.", ("bearing", Quantity.Word(Name(c.Sheet, own.Id)))));
        }

        var limit = c.Sheet.Cam.Clearance ?? HouseDefaults.CamClearance;
        var call = Call.Of(
            [
                .. bearings.SelectMany(b =>
                {
                    var (v, u) = (c.Number(ReamStep.Inside(b.Id))!.Value - b.JournalMm, c.Uncertainty(ReamStep.Inside(b.Id)));
                    return limit.Checks($"clearance, {Name(c.Sheet, b.Id).ToLowerInvariant()}", v, u);
                }),
            ],
            k => Sentence.Of(k.Verdict == Verdict.Go ? "Every bearing has its clearance." : "{name} {value}; {limit} is the limit.", ("name", Quantity.Word(k.Name)), ("value", Quantity.Mm(k.Value, 0.001)), ("limit", Quantity.Mm(k.Limit, 0.001))));
        return call is null ? new Judgement(Sentence.Of(Held.ToldOnly)) : new Judgement(
            Sentence.Of(call.Verdict switch { Verdict.Go => "Reamed to size. Wash everything again.", Verdict.LookAgain => "Measure that one again, finer.", _ => call.Checks[0].Side == Side.Lower ? "Ream that one on, a little." : "Reamed too far: a new shell there." }),
            call);
    }

    private static Judgement JudgeTurn(StepContext c)
    {
        if (c.Step.Slots(c).FirstOrDefault(s => !c.Taken(TurnStep.Name, s)) is { } next)
        {
            return new Judgement(Sentence.Of("Turn the cam slowly through {clock}. Read the torque.", ("clock", Quantity.AtClock(next.AngleDeg!.Value))));
        }

        var limit = c.Sheet.Cam!.TurnTorque ?? HouseDefaults.CamTurns;
        var answer = TurningDrag.Solve(new TurningDrag.Request([.. c.Step.Slots(c).Select(s => new TurningDrag.TurningTorque(s.AngleDeg!.Value, c.Number(TurnStep.Name, s)!.Value))], LimitNm: limit.High));
        return new Judgement(
            Sentence.Of(
                answer.Finding switch
                {
                    TurningDrag.Finding.Free => "It turns freely. The plug is next.",
                    TurningDrag.Finding.EvenDrag => "It drags all round: clearance too small everywhere. Measure, then ream.",
                    TurningDrag.Finding.Hitch => "It hitches once a turn at {clock}: a bent cam, or one high shell. Roll the cam on blocks.",
                    _ => "It drags twice a turn: lobes touch, or a shell is oval. Look for bright spots.",
                },
                ("clock", Quantity.AtClock(answer.OnceDeg ?? 0))),
            answer.Call!.Sourced(k => k.Name == "mean torque" ? limit.SourceWords : "Neat Bore default"),
            answer);
    }

    private static Judgement JudgePlug(StepContext c)
    {
        if (c.Number(PlugStep.Depth) is not { } depth)
        {
            return Prompt.Next(c);
        }

        var limit = c.Sheet.Cam!.PlugDepth!;
        var u = c.Uncertainty(PlugStep.Depth);
        var call = Call.Of(
            [.. limit.Low is { } low ? [Check.AtLeast("depth", depth, low, u, Dimension.Length, limit.SourceWords)] : Array.Empty<Check>(), .. limit.High is { } high ? [Check.AtMost("depth", depth, high, u, Dimension.Length, limit.SourceWords)] : Array.Empty<Check>()],
            k => Sentence.Of(k.Verdict == Verdict.Go ? "The plug sits {value} deep." : "The plug sits {value} deep; {limit} is the limit.", ("value", Quantity.Mm(k.Value, 0.1)), ("limit", Quantity.Mm(k.Limit, 0.1))))!;
        return new Judgement(
            Sentence.Of(call.Verdict switch { Verdict.Go => "Plug in. Look over the tunnel.", Verdict.LookAgain => "Read its depth again.", _ => call.Checks[0].Side == Side.Lower ? "Drive it deeper, evenly." : "Too deep: it touches cam or oilway. A new one." }), call);
    }

    private static Judgement JudgeTunnel(StepContext c)
    {
        var shares = c.Sheet.Cam!.Bearings.Select(b => (Bearing: b, Window: SeatedWindow(c.For(b.Id)))).ToList();
        if (shares.Any(s => s.Window is null))
        {
            return new Judgement(Sentence.Of("Drive them all first."));
        }

        var worst = shares.MinBy(s => s.Window!.WorstShare);
        return new Judgement(
            Sentence.Of("The tunnel is done. Least open: {bearing}, {share}.", ("bearing", Quantity.Word(Name(c.Sheet, worst.Bearing.Id).ToLowerInvariant())), ("share", Quantity.Share(worst.Window!.WorstShare))),
            new Call(Verdict.Go, Sentence.Of("Every bearing was driven, looked at and let go on."), []));
    }

    private static OilHoleWindow.Answer? SeatedWindow(StepContext c) => c.Once($"seated {c.Item}", () =>
    {
        var facing = FacingOf(c);
        return Position(c.SeenBy(Version1.Steps.First(s => s.Id == "seat")), facing).Place is { } place
            ? OilHoleWindow.Solve(new OilHoleWindow.Request(facing.BoreMm, facing.Passages, facing.Holes, place, new OilHoleWindow.Range([place.RotationDeg, place.RotationDeg], [place.DepthMm, place.DepthMm]), facing.View))
            : null;
    });
}
