using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What is known of an engine model. One version is never edited; a change is a new version.</summary>
/// <param name="Id">The sheet's id, the same in every version.</param>
/// <param name="Version">1 and up.</param>
/// <param name="Name">As the shop calls the engine.</param>
/// <param name="Summary">One line about it.</param>
/// <param name="Layout">Where things stand along the crank.</param>
/// <param name="Balancer">The balancer, its nose and its limits.</param>
/// <param name="CrankBolt">The bolt that holds the balancer.</param>
/// <param name="Cover">The timing cover.</param>
/// <param name="FrontSeal">The front seal.</param>
/// <param name="EndFloat">The crank's end float.</param>
/// <param name="Rear">The rear seal and what holds it.</param>
/// <param name="Spigot">The spigot bearing in the crank's end.</param>
/// <param name="Cam">The cam tunnel.</param>
/// <param name="Sealants">Sealants that may be used; the first is usual.</param>
/// <param name="Rockers">The rockers and their pressed trunnions.</param>
/// <param name="Pressed">Other parts that are pressed or shrunk.</param>
/// <param name="Arrangement">What it was drawn from, where nobody has described it whole: a part that is not there is not known then,
/// and may be on the engine.</param>
/// <param name="Known">Single values of parts that are not known whole, and where each value came from that was typed or came by
/// rule.</param>
/// <param name="House">The shop's own rules in place of Neat Bore's defaults, on the sheet that a task works with.</param>
/// <param name="Undescribed">Parts that the engine has and nobody has described yet, where others of it are described whole.</param>
/// <param name="Lubricants">The shop's own, on the sheet that a task works with.</param>
/// <param name="Auxiliary">The tunnel of an auxiliary shaft in the block.</param>
public sealed record EngineSheet(
    string Id,
    int Version,
    string Name,
    string Summary,
    EngineLayout Layout,
    BalancerSheet? Balancer = null,
    CrankBoltSheet? CrankBolt = null,
    HousingSheet? Cover = null,
    SealSheet? FrontSeal = null,
    FloatSheet? EndFloat = null,
    RearSheet? Rear = null,
    SpigotSheet? Spigot = null,
    IReadOnlyList<SealantSheet>? Sealants = null,
    CamSheet? Cam = null,
    RockerSheet? Rockers = null,
    IReadOnlyList<PressedSheet>? Pressed = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Arrangement? Arrangement = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<KnownValue>? Known = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<HouseRule>? House = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<string>? Undescribed = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<Lubricant>? Lubricants = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] CamSheet? Auxiliary = null
)
{
    /// <summary>The name of this version.</summary>
    [JsonIgnore]
    public SheetRef Ref => new(Id, Version);

    /// <summary>What stands where the sheet gives no limit: the shop's own rule, or else Neat Bore's default, each labelled as
    /// such.</summary>
    public Limit Usual(DefaultLimit usual) =>
        House?.FirstOrDefault(h => h.Id == usual.Id) is { } rule ? new Limit(rule.Low, rule.High, LimitSource.House) : usual.Limit;

    /// <summary>The balancer's interference: the sheet's own, the shop's rule, else the usual one for a nose of that size.</summary>
    /// <param name="balancer">The balancer.</param>
    public Limit InterferenceOf(BalancerSheet balancer)
    {
        if (balancer.Interference is { } own)
        {
            return own;
        }

        var usual = Usual(NeatBoreDefaults.Interference);
        var factor = usual.Source == LimitSource.House ? 1 : NeatBoreDefaults.InterferenceFactor(balancer.Nose.DiameterMm);
        return usual with { Low = usual.Low * factor, High = usual.High * factor };
    }

    /// <summary>The same for a go and a stop with the builder's decision between them.</summary>
    public Thresholds UsualThresholds(DefaultLimit usual)
    {
        var (low, high, source) = (Usual(usual).Low!.Value, Usual(usual).High!.Value, Usual(usual).Source);
        return usual.StopSide == Side.Lower ? new(Go: high, Stop: low, source) : new(Go: low, Stop: high, source);
    }

    /// <summary>Whether the engine has a part, as far as anybody can tell: it is described, or nobody has described the engine
    /// yet, or somebody said that it has one.</summary>
    /// <param name="part">The part; null where it is not described.</param>
    /// <param name="name">Its name in a sheet.</param>
    public bool MayHave(object? part, string name) => part is not null || Arrangement is not null || Undescribed?.Contains(name) == true;

    /// <summary>Whether an auxiliary shaft turns in it: one is described, or somebody said that there is one.</summary>
    [JsonIgnore]
    public bool HasAuxiliary => Auxiliary is not null || Undescribed?.Contains("auxiliary") == true;

    /// <summary>Whether a kind of part is pressed on it: one is described, or somebody said that there is one.</summary>
    public bool HasPressed(PressedKind kind) =>
        Pressed?.Any(p => p.Kind == kind) == true || (PressedValues.PartOf(kind) is { } part && Undescribed?.Contains(part) == true);

    /// <summary>The next version, with what was told of it; this one where it knows all of that already.</summary>
    /// <param name="told">In order: a later value of the same path wins.</param>
    /// <param name="parts">Parts that it has besides, described or not.</param>
    public EngineSheet With(IEnumerable<KnownValue> told, IReadOnlyList<string>? parts = null)
    {
        var lacked = Lacks(told);
        var more = (parts ?? []).Except(Undescribed ?? []).ToList();
        return lacked.Count == 0 && more.Count == 0
            ? this
            : this with
            {
                Version = Version + 1,
                Undescribed = more.Count == 0 ? Undescribed : [.. Undescribed ?? [], .. more],
                Known = [.. (Known ?? []).Where(k => lacked.All(l => l.Path != k.Path)), .. lacked],
            };
    }

    /// <summary>Of what was told, the last of each path where this version does not say the same.</summary>
    public IReadOnlyList<KnownValue> Lacks(IEnumerable<KnownValue> told) =>
        [
            .. told.GroupBy(t => t.Path)
                .Select(g => g.Last())
                .Where(t =>
                    (Known ?? []).FirstOrDefault(k => k.Path == t.Path) is not { } there
                        ? !t.NotKnown
                        : (there.Number, there.Word, there.Source) != (t.Number, t.Word, t.Source)
                ),
        ];
}
