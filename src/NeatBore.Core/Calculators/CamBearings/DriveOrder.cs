using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>In which order the shells of a cam tunnel can be driven, from which end each, and what can't be done and why.</summary>
/// <remarks>Exact: all orders that are possible are weighed by most shells, then the school: all from one end, or each
/// from its own.</remarks>
public static class DriveOrder
{
    /// <summary>The rule in one line.</summary>
    public const string Model =
        "most shells fitted, then (nearer end) most from their own end, then fewest changes of end, then the distance of the school, then "
        + "front, then id; exact";

    private const int Kept = 4;

    /// <summary>A tunnel, which of its ends are open, and the tool; mm.</summary>
    /// <param name="Bores">1 to 9.</param>
    /// <param name="Ends">Which ends are open: a stand closes the rear.</param>
    /// <param name="Tool">The tool.</param>
    /// <param name="School">How the order is chosen.</param>
    /// <param name="Fitted">Ids of bores whose shells are in already and stay; null for none. At least one bore is left to drive.</param>
    public sealed record Request(
        IReadOnlyList<Bore> Bores,
        OpenEnds Ends,
        Driver Tool,
        DriveSchool School,
        IReadOnlyList<string>? Fitted = null
    );

    /// <summary>A bore and its shell: z of its front face, its width and diameter; the shell's outside, inside when fitted, and
    /// width.</summary>
    public sealed record Bore(
        string Id,
        double ZMm,
        double WidthMm,
        double DiameterMm,
        double ShellOuterMm,
        double ShellInnerMm,
        double ShellWidthMm
    );

    /// <summary>Which ends are open.</summary>
    public sealed record OpenEnds(bool Front, bool Rear);

    /// <summary>The tool: how far it reaches, what its cone centres in, its bar, its collet, and what nut, plate and washer take of its
    /// reach.</summary>
    public sealed record Driver(
        DriverKind Kind,
        double ReachMm,
        double ConeMinMm,
        double ConeMaxMm,
        double BarMm,
        double ColletLengthMm,
        double NutMm = 0,
        double PlateMm = 0,
        double WasherMm = 0
    );

    /// <summary>What drives.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<DriverKind>))]
    public enum DriverKind
    {
        /// <summary>An expanding driver and a hammer.</summary>
        [JsonStringEnumMemberName("expanding")]
        Expanding,

        /// <summary>A threaded rod right through.</summary>
        [JsonStringEnumMemberName("rod")]
        Rod,
    }

    /// <summary>How the order is chosen.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<DriveSchool>))]
    public enum DriveSchool
    {
        /// <summary>The farthest first, working back, from one end.</summary>
        [JsonStringEnumMemberName("far-end-first")]
        FarEndFirst,

        /// <summary>Each from its nearer end, the last from its own.</summary>
        [JsonStringEnumMemberName("nearer-end")]
        NearerEnd,
    }

    /// <summary>The end that a shell goes in from.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<DriveEnd>))]
    public enum DriveEnd
    {
        /// <summary>The front.</summary>
        [JsonStringEnumMemberName("front")]
        Front,

        /// <summary>The rear.</summary>
        [JsonStringEnumMemberName("rear")]
        Rear,
    }

    /// <summary>The order, what is impossible, and the next three orders.</summary>
    public sealed record Answer(
        IReadOnlyList<Driven> Order,
        IReadOnlyList<Impossible> Impossible,
        IReadOnlyList<IReadOnlyList<DriveStep>> Alternatives
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => DriveOrder.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>A shell, the end it goes in from, and why.</summary>
    public sealed record Driven(string Id, DriveEnd From, string Because);

    /// <summary>A shell that can't be driven so, and why.</summary>
    public sealed record Impossible(string Id, string Because);

    /// <summary>A shell and its end.</summary>
    public sealed record DriveStep(string Id, DriveEnd From);

    private sealed record Move(int Bore, DriveEnd End, double Rank);

    /// <summary>A move and the plan that goes on from it, shared with every plan that ends the same; strange are those that the school
    /// would have from the other end.</summary>
    private sealed record Plan(int Count, int Strange, int Changes, Move? First, Plan? Rest)
    {
        public IEnumerable<Move> Moves()
        {
            for (var at = this; at is { First: { } move }; at = at.Rest!)
            {
                yield return move;
            }
        }
    }

    /// <summary>Works out the order.</summary>
    /// <exception cref="UnusableInputException">Bores that overlap, no open end, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var tunnel = new Tunnel(request);
        var plans = tunnel.Plans();
        var best = plans[0].Moves().ToList();
        var fitted = best.Aggregate(tunnel.Stay, (mask, m) => mask | (1 << m.Bore));
        return new Answer(
            [.. best.Select((m, i) => new Driven(tunnel.Bores[m.Bore].Id, m.End, tunnel.Because(best, i)))],
            [
                .. Enumerable
                    .Range(0, tunnel.Bores.Count)
                    .Where(i => (fitted & (1 << i)) == 0)
                    .Select(i => new Impossible(
                        tunnel.Bores[i].Id,
                        string.Join(
                            "; ",
                            new[] { DriveEnd.Front, DriveEnd.Rear }.Select(end =>
                                $"from the {Name(end)} {tunnel.Obstacle(i, end, tunnel.Stay) ?? "only before another that has to go first"}"
                            )
                        )
                    )),
            ],
            [
                .. plans
                    .Skip(1)
                    .Take(Kept - 1)
                    .Select(p => (IReadOnlyList<DriveStep>)[.. p.Moves().Select(m => new DriveStep(tunnel.Bores[m.Bore].Id, m.End))]),
            ]
        );
    }

    private static string Name(DriveEnd end) => end == DriveEnd.Front ? "front" : "rear";

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        if (faults.Listed(request.Bores, 1, 9, "bores"))
        {
            var sorted = request.Bores.OrderBy(b => b.ZMm).ToList();
            for (var i = 0; i < request.Bores.Count; i++)
            {
                var bore = request.Bores[i];
                faults.Require(
                    request.Bores.Take(i).All(b => b.Id != bore.Id),
                    $"bores[{i}].id",
                    $"“{bore.Id}” stands twice; each bore needs its own id"
                );
                faults.Positive(bore.WidthMm, $"bores[{i}].widthMm");
                faults.Positive(bore.ShellWidthMm, $"bores[{i}].shellWidthMm");
                faults.Positive(bore.DiameterMm, $"bores[{i}].diameterMm");
                faults.Positive(bore.ShellOuterMm, $"bores[{i}].shellOuterMm");
                faults.Require(
                    bore.ShellInnerMm > 0 && bore.ShellInnerMm < bore.ShellOuterMm,
                    $"bores[{i}].shellInnerMm",
                    $"must be above 0 and smaller than the shell's outside ({bore.ShellOuterMm} mm)"
                );
                var at = sorted.IndexOf(bore);
                faults.Require(
                    at == 0 || sorted[at - 1].ZMm + sorted[at - 1].WidthMm <= bore.ZMm,
                    $"bores[{i}].zMm",
                    at == 0 ? "" : $"stands within the bore “{sorted[at - 1].Id}”; two bearings can’t be at one place"
                );
            }
        }

        foreach (var (id, i) in (request.Fitted ?? []).Select((id, i) => (id, i)))
        {
            faults.Require(request.Bores?.Any(b => b.Id == id) == true, $"fitted[{i}]", $"no bore is called “{id}”");
        }

        faults.Require(
            request.Fitted is not { } stay || request.Bores?.Any(b => !stay.Contains(b.Id)) == true,
            "fitted",
            "must leave one shell at least to drive"
        );
        faults.Require(request.Ends.Front || request.Ends.Rear, "ends", "must have one end open at least");
        faults.Positive(request.Tool.ReachMm, "tool.reachMm");
        faults.Positive(request.Tool.BarMm, "tool.barMm");
        faults.NotNegative(request.Tool.ColletLengthMm, "tool.colletLengthMm");
        faults.NotNegative(request.Tool.NutMm, "tool.nutMm");
        faults.NotNegative(request.Tool.PlateMm, "tool.plateMm");
        faults.NotNegative(request.Tool.WasherMm, "tool.washerMm");
        faults.NotNegative(request.Tool.ConeMinMm, "tool.coneMinMm");
        faults.Require(request.Tool.ConeMaxMm >= request.Tool.ConeMinMm, "tool.coneMaxMm", "must not be below coneMinMm");
        faults.ThrowIfAny();
    }

    private sealed class Tunnel
    {
        private readonly Request _request;
        private readonly Dictionary<(int Mask, DriveEnd? Last), List<Plan>> _known = [];
        private readonly Dictionary<(int Bore, DriveEnd End, int Mask), bool> _can = [];

        public Tunnel(Request request)
        {
            _request = request;
            Bores = [.. request.Bores.OrderBy(b => b.ZMm)];
            Stay = Enumerable.Range(0, Bores.Count).Where(i => request.Fitted?.Contains(Bores[i].Id) == true).Sum(i => 1 << i);
        }

        /// <summary>The shells that are in already, as bits.</summary>
        public int Stay { get; }

        public IReadOnlyList<Bore> Bores { get; }

        public List<Plan> Plans() => From(Stay, null);

        /// <summary>Why a shell can't go in from an end with some fitted; null where it can.</summary>
        public string? Obstacle(int i, DriveEnd end, int mask)
        {
            var tool = _request.Tool;
            var bore = Bores[i];
            if (!(end == DriveEnd.Front ? _request.Ends.Front : _request.Ends.Rear))
            {
                return "the end is closed: take the engine off its stand, to a cart or bench";
            }

            var between = (end == DriveEnd.Front ? Enumerable.Range(0, i) : Enumerable.Range(i + 1, Bores.Count - i - 1)).ToList();
            bool Fitted(int j) => (mask & (1 << j)) != 0;
            double Opening(int j) => Fitted(j) ? Bores[j].ShellInnerMm : Bores[j].DiameterMm;
            var blocked = between.Where(j => Fitted(j) || Bores[j].DiameterMm <= bore.ShellOuterMm).ToList();
            if (blocked.Count > 0)
            {
                var gap =
                    end == DriveEnd.Front
                        ? bore.ZMm - (Bores[i - 1].ZMm + Bores[i - 1].WidthMm)
                        : Bores[i + 1].ZMm - (bore.ZMm + bore.WidthMm);
                if (gap < bore.ShellWidthMm + tool.ColletLengthMm)
                {
                    var j = blocked[0];
                    return $"its shell does not pass {Bores[j].Id}{(Fitted(j) ? ", which is fitted" : "")}, "
                        + $"and the gap beside it ({gap:0.#} mm) is too short for shell and collet";
                }
            }

            var tight = between
                .Concat(tool.Kind == DriverKind.Rod ? Enumerable.Range(0, Bores.Count).Except(between).Where(j => j != i) : [])
                .Where(j => Opening(j) < tool.BarMm)
                .ToList();
            if (tight.Count > 0)
            {
                return $"the bar ({tool.BarMm:0.#} mm) does not pass {Bores[tight[0]].Id}";
            }

            var far = end == DriveEnd.Front ? bore.ZMm + bore.WidthMm - Bores[0].ZMm : Bores[^1].ZMm + Bores[^1].WidthMm - bore.ZMm;
            var ends = tool.NutMm + tool.PlateMm + tool.WasherMm;
            if (far + ends > tool.ReachMm + 1e-9)
            {
                return $"it is {far:0.#} mm in{(ends > 0 ? $" and nut, plate and washer take {ends:0.#} mm" : "")}, "
                    + $"the tool reaches {tool.ReachMm:0.#} mm";
            }

            // The end bore has nothing between: its tool is centred in the next one beyond.
            var seats =
                between.Count > 0 ? between
                : Bores.Count > 1 ? [end == DriveEnd.Front ? i + 1 : i - 1]
                : [];
            return seats.Count == 0 ? "there is no other opening to hold its cone true: centre the bar in a plate or a bearing of its own"
                : !seats.Any(j => Opening(j) >= tool.ConeMinMm && Opening(j) <= tool.ConeMaxMm)
                    ? $"no opening on its way suits the cone ({tool.ConeMinMm:0.#} to {tool.ConeMaxMm:0.#} mm)"
                : null;
        }

        public string Because(IReadOnlyList<Move> moves, int at)
        {
            var move = moves[at];
            var other = move.End == DriveEnd.Front ? DriveEnd.Rear : DriveEnd.Front;
            var mask = moves.Take(at).Aggregate(Stay, (m, p) => m | (1 << p.Bore));
            return Obstacle(move.Bore, other, mask) is { } why ? $"from the {Name(other)} {why}"
                : _request.School == DriveSchool.FarEndFirst ? "the farthest that is left from this end"
                : move.End == Own(move.Bore) ? "its nearer end"
                : "so that the others still go in";
        }

        /// <summary>Whether a shell can go in; only what stands between it and the end, or anywhere for a rod, matters.</summary>
        private bool Can(int i, DriveEnd end, int mask)
        {
            var matters =
                _request.Tool.Kind == DriverKind.Rod || (Bores.Count > 1 && (end == DriveEnd.Front ? i == 0 : i == Bores.Count - 1))
                    ? mask
                    : mask & (end == DriveEnd.Front ? (1 << i) - 1 : ~((1 << (i + 1)) - 1));
            if (!_can.TryGetValue((i, end, matters), out var can))
            {
                _can[(i, end, matters)] = can = Obstacle(i, end, matters) is null;
            }

            return can;
        }

        private List<Plan> From(int mask, DriveEnd? last)
        {
            if (_known.TryGetValue((mask, last), out var known))
            {
                return known;
            }

            var plans = new List<Plan>();
            for (var i = 0; i < Bores.Count; i++)
            {
                if ((mask & (1 << i)) != 0)
                {
                    continue;
                }

                foreach (var end in (DriveEnd[])[DriveEnd.Front, DriveEnd.Rear])
                {
                    if (!Can(i, end, mask))
                    {
                        continue;
                    }

                    var move = new Move(i, end, Rank(i, end));
                    var strange = _request.School == DriveSchool.NearerEnd && end != Own(i) ? 1 : 0;
                    var change = last is not null && last != end ? 1 : 0;
                    plans.AddRange(
                        From(mask | (1 << i), end)
                            .Select(rest => new Plan(rest.Count + 1, rest.Strange + strange, rest.Changes + change, move, rest))
                    );
                }
            }

            if (plans.Count == 0)
            {
                plans.Add(new Plan(0, 0, 0, null, null));
            }

            plans.Sort(Compare);
            return _known[(mask, last)] = [.. plans.Take(Kept)];
        }

        private double Away(int i, DriveEnd end)
        {
            var middle = Bores[i].ZMm + (Bores[i].WidthMm / 2);
            return end == DriveEnd.Front ? middle - Bores[0].ZMm : Bores[^1].ZMm + Bores[^1].WidthMm - middle;
        }

        private double Rank(int i, DriveEnd end) => _request.School == DriveSchool.FarEndFirst ? -Away(i, end) : Away(i, end);

        /// <summary>The nearer end; the front where both are as near.</summary>
        private DriveEnd Own(int i) => Away(i, DriveEnd.Front) <= Away(i, DriveEnd.Rear) + 1e-9 ? DriveEnd.Front : DriveEnd.Rear;

        private int Compare(Plan a, Plan b)
        {
            var order = b.Count.CompareTo(a.Count);
            if (order != 0 || (order = a.Strange.CompareTo(b.Strange)) != 0 || (order = a.Changes.CompareTo(b.Changes)) != 0)
            {
                return order;
            }

            for (var (p, q) = (a, b); p is { First: { } x } && q is { First: { } y } && !ReferenceEquals(p, q); (p, q) = (p.Rest!, q.Rest!))
            {
                if (Math.Abs(x.Rank - y.Rank) > 1e-9)
                {
                    return x.Rank.CompareTo(y.Rank);
                }

                if (x.End != y.End || x.Bore != y.Bore)
                {
                    return x.End != y.End ? x.End.CompareTo(y.End) : string.CompareOrdinal(Bores[x.Bore].Id, Bores[y.Bore].Id);
                }
            }

            return 0;
        }
    }
}
