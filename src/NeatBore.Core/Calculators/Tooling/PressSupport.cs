using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Tooling;

/// <summary>What a press stands on and what it pushes with, picked from the crib: a support under the body's flats, a pusher that
/// follows through the bore.</summary>
/// <remarks>
/// The support's hole passes what comes out and its rim lies wholly on the body's flat round the bore; the pusher goes
/// through the bore, bears on the part and clears what stands inside it. Workshop practice; clearances 0.2 mm.
/// </remarks>
public static class PressSupport
{
    /// <summary>The rule in one line.</summary>
    public const string Model =
        "support: hole ≥ what comes out + 0.2 and ≥ the flat's inside, outside ≤ the flat's, longer than what comes out; pusher: "
        + "outside ≤ bore − 0.2, hole ≥ what it clears + 0.2; stack ≤ daylight";

    private const double RoomMm = 0.2;

    /// <summary>The body, what goes in or comes out, the press's daylight, and what there is to stack.</summary>
    /// <param name="Body">The part with the bore.</param>
    /// <param name="Passing">What comes out below.</param>
    /// <param name="Pushed">What the pusher bears on.</param>
    /// <param name="DaylightMm">Between the press's table and its ram, mm.</param>
    /// <param name="Crib">1 to 1,000 pieces.</param>
    public sealed record Request(
        PressedBody Body,
        PassingPart Passing,
        PushedPart Pushed,
        double DaylightMm,
        IReadOnlyList<StackPiece> Crib
    );

    /// <summary>The body: its bore, its height at the bore, and the flat round the bore that may be stood on, mm.</summary>
    public sealed record PressedBody(double BoreMm, double HeightMm, double LandInnerMm, double LandOuterMm);

    /// <summary>What comes out below: its outside and its length, mm; a length of 0 where nothing does.</summary>
    public sealed record PassingPart(double OuterMm, double LengthMm);

    /// <summary>What is pushed: its outside and inside, what stands inside it that the pusher must clear (0 for nothing), and how far it
    /// stands proud at the start, mm.</summary>
    public sealed record PushedPart(double OuterMm, double InnerMm, double ClearOverMm, double ProudMm);

    /// <summary>What a piece is.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<StackKind>))]
    public enum StackKind
    {
        /// <summary>A socket of a wrench set.</summary>
        [JsonStringEnumMemberName("socket")]
        Socket,

        /// <summary>A thick washer.</summary>
        [JsonStringEnumMemberName("washer")]
        Washer,

        /// <summary>A sleeve or a piece of tube.</summary>
        [JsonStringEnumMemberName("sleeve")]
        Sleeve,

        /// <summary>A solid bar.</summary>
        [JsonStringEnumMemberName("bar")]
        Bar,
    }

    /// <summary>A piece of the crib, mm.</summary>
    public sealed record StackPiece(string Id, StackKind Kind, double OuterMm, double InnerMm, double LengthMm);

    /// <summary>The stack, and why each other piece won't do.</summary>
    /// <param name="Support">Below; null where none fits.</param>
    /// <param name="Pusher">Above; null where none fits.</param>
    /// <param name="Spares">Pieces that would do but were not picked.</param>
    /// <param name="StackMm">Height of it all, mm; null where there is no stack.</param>
    /// <param name="Refused">Pieces that are neither, with every reason.</param>
    /// <param name="MakeOne">The sizes to make, where nothing fits.</param>
    /// <param name="Body">What it was asked for, for whoever draws it.</param>
    /// <param name="Pushed">Likewise.</param>
    public sealed record Answer(
        string? Support,
        string? Pusher,
        IReadOnlyList<string> Spares,
        double? StackMm,
        IReadOnlyList<RefusedPiece> Refused,
        ToMake? MakeOne,
        PressedBody Body,
        PushedPart Pushed
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => PressSupport.Model;
    }

    /// <summary>A piece that won't do, and why.</summary>
    public sealed record RefusedPiece(string Id, string Because);

    /// <summary>The pieces to make: only those that are missing.</summary>
    public sealed record ToMake(PieceSize? Support, PieceSize? Pusher, string Words);

    /// <summary>A piece's outside, hole and length, each between two sizes, mm; null where it does not matter.</summary>
    public sealed record PieceSize(
        double? OuterLeastMm,
        double OuterMostMm,
        double InnerLeastMm,
        double? InnerMostMm,
        double? LengthLeastMm,
        double LengthMostMm
    );

    /// <summary>Picks the stack.</summary>
    /// <exception cref="UnusableInputException">A value can't be: every fault is named by its field.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        return Stacked(request);
    }

    /// <summary>The same for a crib that may be empty: then everything has to be made.</summary>
    internal static Answer Stacked(Request request)
    {
        var pieces = request.Crib.Select(p => (Piece: p, AsSupport: NotSupport(request, p), AsPusher: NotPusher(request, p))).ToList();
        var supports = pieces.Where(p => p.AsSupport.Count == 0).Select(p => p.Piece).ToList();
        var pushers = pieces.Where(p => p.AsPusher.Count == 0).Select(p => p.Piece).ToList();
        double Height(StackPiece support, StackPiece pusher) =>
            support.LengthMm + request.Body.HeightMm + request.Pushed.ProudMm + pusher.LengthMm;
        // Rim by rim from the widest, so that the first pair that fits under the ram is the one.
        var pick = supports
            .GroupBy(Rim)
            .OrderByDescending(g => g.Key)
            .SelectMany(
                _ => pushers.GroupBy(Rim).OrderByDescending(g => g.Key),
                (below, above) =>
                    below
                        .SelectMany(_ => above, (s, p) => (Support: s, Pusher: p))
                        .Where(x => x.Support.Id != x.Pusher.Id && Height(x.Support, x.Pusher) <= request.DaylightMm)
                        .OrderBy(x => Height(x.Support, x.Pusher))
                        .ThenBy(x => x.Support.Id, StringComparer.Ordinal)
                        .ThenBy(x => x.Pusher.Id, StringComparer.Ordinal)
                        .FirstOrDefault()
            )
            .FirstOrDefault(x => x.Support is not null);
        var refused = pieces
            .Where(p => p.AsSupport.Count > 0 && p.AsPusher.Count > 0)
            .Select(p => new RefusedPiece(
                p.Piece.Id,
                $"as a support: {string.Join("; ", p.AsSupport)}. As a pusher: {string.Join("; ", p.AsPusher)}"
            ));
        var fits = pieces.Where(p => p.AsSupport.Count == 0 || p.AsPusher.Count == 0).Select(p => p.Piece.Id);
        return pick.Support is null
            ? new Answer(
                null,
                null,
                [.. fits.Order(StringComparer.Ordinal)],
                null,
                [.. refused.OrderBy(r => r.Id, StringComparer.Ordinal)],
                Sizes(request, supports, pushers),
                request.Body,
                request.Pushed
            )
            : new Answer(
                pick.Support.Id,
                pick.Pusher.Id,
                [.. fits.Where(id => id != pick.Support.Id && id != pick.Pusher.Id).Order(StringComparer.Ordinal)],
                Height(pick.Support, pick.Pusher),
                [.. refused.OrderBy(r => r.Id, StringComparer.Ordinal)],
                null,
                request.Body,
                request.Pushed
            );
    }

    /// <summary>Width of a piece's rim, to a nanometre, so that equal rims compare equal.</summary>
    private static double Rim(StackPiece piece) => Math.Round((piece.OuterMm - piece.InnerMm) / 2, 6);

    /// <summary>What the pusher's hole must clear; nothing stands inside where it is 0, and a solid bar will do.</summary>
    private static double Clears(PushedPart pushed) => pushed.ClearOverMm > 0 ? pushed.ClearOverMm + RoomMm : 0;

    private static List<string> NotSupport(Request request, StackPiece piece)
    {
        var (body, passing) = (request.Body, request.Passing);
        var reasons = new List<string>();
        if (piece.InnerMm < passing.OuterMm + RoomMm)
        {
            reasons.Add(
                piece.InnerMm == 0
                    ? $"it has no hole for the {passing.OuterMm:0.##} mm that comes out"
                    : $"its {piece.InnerMm:0.##} mm hole won’t pass the {passing.OuterMm:0.##} mm that comes out"
            );
        }

        if (piece.InnerMm > 0 && piece.InnerMm < body.LandInnerMm)
        {
            reasons.Add($"its rim begins at {piece.InnerMm:0.##} mm, the flat at {body.LandInnerMm:0.##} mm");
        }

        if (piece.OuterMm > body.LandOuterMm)
        {
            reasons.Add($"it is {piece.OuterMm:0.##} mm across, the flat only {body.LandOuterMm:0.##} mm");
        }

        if (piece.LengthMm <= passing.LengthMm)
        {
            reasons.Add($"it is {piece.LengthMm:0.##} mm long, {passing.LengthMm:0.##} mm comes out");
        }

        return reasons;
    }

    private static List<string> NotPusher(Request request, StackPiece piece)
    {
        var (body, pushed) = (request.Body, request.Pushed);
        var reasons = new List<string>();
        if (piece.OuterMm > body.BoreMm - RoomMm)
        {
            reasons.Add($"its {piece.OuterMm:0.##} mm outside won’t follow through the {body.BoreMm:0.##} mm bore");
        }

        if (piece.InnerMm < Clears(pushed))
        {
            reasons.Add(
                piece.InnerMm == 0
                    ? $"it is solid and won’t go over the {pushed.ClearOverMm:0.##} mm inside"
                    : $"its {piece.InnerMm:0.##} mm hole won’t clear the {pushed.ClearOverMm:0.##} mm inside"
            );
        }

        if (piece.InnerMm >= pushed.OuterMm)
        {
            reasons.Add($"its {piece.InnerMm:0.##} mm hole goes round the part instead of bearing on it");
        }
        else if (piece.OuterMm <= pushed.InnerMm)
        {
            reasons.Add($"at {piece.OuterMm:0.##} mm it goes through the part’s {pushed.InnerMm:0.##} mm hole");
        }

        return reasons;
    }

    /// <summary>The sizes of what is missing; where each fits but together they are too tall, a shorter pusher.</summary>
    private static ToMake Sizes(Request request, List<StackPiece> supports, List<StackPiece> pushers)
    {
        var (body, passing, pushed) = (request.Body, request.Passing, request.Pushed);
        var room = request.DaylightMm - body.HeightMm - pushed.ProudMm;
        var shortest = supports.Count > 0 ? supports.Min(s => s.LengthMm) : passing.LengthMm;
        var support =
            supports.Count > 0
                ? null
                : new PieceSize(
                    null,
                    body.LandOuterMm,
                    Math.Max(passing.OuterMm + RoomMm, body.LandInnerMm),
                    null,
                    passing.LengthMm,
                    room - (pushers.Count > 0 ? pushers.Min(p => p.LengthMm) : 0)
                );
        var pusher =
            pushers.Count > 0 && support is not null
                ? null
                : new PieceSize(pushed.InnerMm, body.BoreMm - RoomMm, Clears(pushed), pushed.OuterMm, null, room - shortest);
        var words = new List<string>();
        if (support is not null)
        {
            words.Add(
                support.InnerLeastMm >= support.OuterMostMm
                    ? $"no support can do it: the hole has to be {support.InnerLeastMm:0.##} mm and the flat is "
                        + $"{support.OuterMostMm:0.##} mm; hold the body by its sides"
                    : $"a support with a hole of {support.InnerLeastMm:0.##} mm or more, outside up to "
                        + $"{support.OuterMostMm:0.##} mm, longer than {support.LengthLeastMm:0.##} mm"
            );
        }

        if (pusher is not null)
        {
            var hole =
                pusher.InnerLeastMm > 0 ? $", hole {pusher.InnerLeastMm:0.##} mm or more"
                : pushed.InnerMm > 0 ? $", at least {pushed.InnerMm:0.##} mm"
                : "";
            words.Add(
                pusher.LengthMostMm <= 0
                    ? "a press with more daylight"
                    : $"a pusher up to {pusher.OuterMostMm:0.##} mm outside{hole}, at most {pusher.LengthMostMm:0.##} mm long"
            );
        }

        return new ToMake(support, pusher, $"Make {string.Join(", and ", words)}.");
    }

    private static void CheckUsable(Request request)
    {
        var (body, passing, pushed, faults) = (request.Body, request.Passing, request.Pushed, new Faults());
        faults.Positive(body.BoreMm, "body.boreMm");
        faults.Positive(body.HeightMm, "body.heightMm");
        faults.Require(
            body.LandInnerMm >= body.BoreMm,
            "body.landInnerMm",
            $"must not be smaller than the bore ({body.BoreMm} mm): the flat lies round it"
        );
        faults.Require(body.LandOuterMm > body.LandInnerMm, "body.landOuterMm", $"must be larger than landInnerMm ({body.LandInnerMm} mm)");
        faults.Positive(passing.OuterMm, "passing.outerMm");
        faults.NotNegative(passing.LengthMm, "passing.lengthMm");
        faults.Positive(pushed.OuterMm, "pushed.outerMm");
        faults.Require(
            pushed.InnerMm >= 0 && pushed.InnerMm < pushed.OuterMm,
            "pushed.innerMm",
            $"must be 0 for a solid part, and smaller than its outside ({pushed.OuterMm} mm)"
        );
        faults.Require(
            pushed.ClearOverMm >= 0 && pushed.ClearOverMm < pushed.OuterMm,
            "pushed.clearOverMm",
            $"must be 0 where nothing stands inside, and smaller than the part's outside ({pushed.OuterMm} mm)"
        );
        faults.NotNegative(pushed.ProudMm, "pushed.proudMm");
        faults.Require(request.DaylightMm > body.HeightMm, "daylightMm", $"must be larger than the body's height ({body.HeightMm} mm)");
        if (faults.Listed(request.Crib, 1, 1000, "crib"))
        {
            var ids = new HashSet<string>(StringComparer.Ordinal);
            for (var i = 0; i < request.Crib.Count; i++)
            {
                var piece = request.Crib[i];
                faults.Require(ids.Add(piece.Id), $"crib[{i}].id", $"“{piece.Id}” stands twice; each piece needs its own id");
                faults.Positive(piece.OuterMm, $"crib[{i}].outerMm");
                faults.Require(
                    piece.InnerMm >= 0 && piece.InnerMm < piece.OuterMm,
                    $"crib[{i}].innerMm",
                    $"must be 0 for a solid piece, and smaller than its outside ({piece.OuterMm} mm)"
                );
                faults.Positive(piece.LengthMm, $"crib[{i}].lengthMm");
            }
        }

        faults.ThrowIfAny();
    }
}
