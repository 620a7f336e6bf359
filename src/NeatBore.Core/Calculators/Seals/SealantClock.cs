using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Seals;

/// <summary>When a joint has to be closed, may be handled and may see oil, from when the sealant was spread.</summary>
/// <remarks>The product's times hold at 23 °C; a shop that is warmer or colder changes all of them by the product's factor for each
/// degree.</remarks>
public static class SealantClock
{
    /// <summary>The rule in one line.</summary>
    public const string Model =
        "times × perCFactor^(23 − shopC), from when it was spread; closed up by the earlier of skin and open time; the times are those "
        + "of the product's own sheet, at 23 °C";

    private const double SheetC = 23;
    private const double MostMinutes = 60 * 24 * 30;
    private const double MostHours = 24 * 365;

    /// <summary>A product, when it was spread, and now.</summary>
    /// <param name="Product">Its times.</param>
    /// <param name="SpreadAt">When the bead was begun, with offset.</param>
    /// <param name="NowAt">Now, with offset; not before it was spread.</param>
    /// <param name="ShopC">Temperature of the joint, −20 to 60 °C.</param>
    public sealed record Request(Product Product, DateTimeOffset SpreadAt, DateTimeOffset NowAt, double ShopC = SheetC);

    /// <summary>A sealant's times at 23 °C.</summary>
    /// <param name="SkinMinutes">Until it has a skin.</param>
    /// <param name="OpenMinutes">Until the joint has to be closed.</param>
    /// <param name="HandleHours">Until it may be handled and torqued a last time.</param>
    /// <param name="CureHours">Until it may see oil.</param>
    /// <param name="PerCFactor">By how much each degree colder lengthens them, 1 to 1.2.</param>
    public sealed record Product(double SkinMinutes, double OpenMinutes, double HandleHours, double CureHours, double PerCFactor = 1);

    /// <summary>How it stands.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Stage>))]
    public enum Stage
    {
        /// <summary>The joint can still be closed.</summary>
        [JsonStringEnumMemberName("open")]
        Open,

        /// <summary>Its open time is over: closed by now, or not at all.</summary>
        [JsonStringEnumMemberName("past-open")]
        PastOpen,

        /// <summary>It has a skin.</summary>
        [JsonStringEnumMemberName("skinned")]
        Skinned,

        /// <summary>It may be handled.</summary>
        [JsonStringEnumMemberName("handle")]
        Handle,

        /// <summary>It may see oil.</summary>
        [JsonStringEnumMemberName("cured")]
        Cured,
    }

    /// <summary>The times, with the offset of when it was spread, and all stages that hold now.</summary>
    public sealed record Answer(
        DateTimeOffset CloseUpBy,
        DateTimeOffset SkinAt,
        DateTimeOffset HandleAt,
        DateTimeOffset CureAt,
        IReadOnlyList<Stage> Now
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => SealantClock.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>Whether a product's times can be at all.</summary>
    /// <param name="product">The times.</param>
    /// <param name="faults">What is wrong is added here.</param>
    /// <param name="at">The product's own path.</param>
    internal static void Check(Product product, Faults faults, string at)
    {
        faults.Require(
            product.SkinMinutes > 0 && product.SkinMinutes <= MostMinutes,
            $"{at}.skinMinutes",
            $"must be above 0 and at most {MostMinutes}"
        );
        faults.Require(
            product.OpenMinutes > 0 && product.OpenMinutes <= MostMinutes,
            $"{at}.openMinutes",
            $"must be above 0 and at most {MostMinutes}"
        );
        faults.Require(
            product.HandleHours > 0 && product.HandleHours <= MostHours,
            $"{at}.handleHours",
            $"must be above 0 and at most {MostHours}"
        );
        faults.Require(
            product.CureHours >= product.HandleHours && product.CureHours <= MostHours,
            $"{at}.cureHours",
            $"must be from the handling time ({product.HandleHours} h) to {MostHours}"
        );
        faults.Within(product.PerCFactor, 1, 1.2, $"{at}.perCFactor");
    }

    /// <summary>Works out the times.</summary>
    /// <exception cref="UnusableInputException">Now before it was spread, times out of order, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        var product = request.Product;
        Check(product, faults, "product");
        faults.Within(request.ShopC, -20, 60, "shopC");
        faults.Require(request.SpreadAt.Year is >= 1900 and <= 9000, "spreadAt", "must be a time from 1900 to 9000");
        faults.Require(
            request.NowAt >= request.SpreadAt,
            "nowAt",
            $"must not be before it was spread ({request.SpreadAt:O}); check the clock"
        );
        faults.ThrowIfAny();

        var factor = Math.Pow(product.PerCFactor, SheetC - request.ShopC);
        DateTimeOffset After(double minutes) => request.SpreadAt.AddMinutes(minutes * factor);
        var (closeUpBy, skinAt, handleAt, cureAt) = (
            // What has a skin does not wet the other face any more, whatever its open time.
            After(Math.Min(product.OpenMinutes, product.SkinMinutes)),
            After(product.SkinMinutes),
            After(product.HandleHours * 60),
            After(product.CureHours * 60)
        );
        List<Stage> now = [request.NowAt <= closeUpBy ? Stage.Open : Stage.PastOpen];
        now.AddRange(
            new[] { (skinAt, Stage.Skinned), (handleAt, Stage.Handle), (cureAt, Stage.Cured) }
                .Where(s => request.NowAt >= s.Item1)
                .Select(s => s.Item2)
        );
        return new Answer(closeUpBy, skinAt, handleAt, cureAt, now);
    }
}
