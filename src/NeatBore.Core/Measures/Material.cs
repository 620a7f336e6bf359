using System.Text.Json;
using System.Text.Json.Serialization;

namespace NeatBore.Core.Measures;

/// <summary>An elastic material at room temperature.</summary>
/// <param name="YoungGpa">Young's modulus, GPa, larger than 0.</param>
/// <param name="Poisson">Poisson's ratio, 0 to below 0.5.</param>
/// <param name="YieldMpa">Yield (0.2 % proof) strength, MPa.</param>
/// <param name="ExpansionPerC">Linear expansion, 1/°C.</param>
/// <param name="Brittle">Held by its hoop stress against half of its tensile strength, not by von Mises against yield.</param>
/// <param name="TensileMpa">Tensile strength, MPa; needed where brittle.</param>
public sealed record Material(
    double YoungGpa,
    double Poisson,
    double YieldMpa,
    double ExpansionPerC,
    bool Brittle = false,
    double? TensileMpa = null
)
{
    /// <summary>Typical values of common materials by key, from general engineering handbooks (Shigley, tables A-5 and A-20 to A-24); a
    /// sheet's own values win.</summary>
    public static IReadOnlyDictionary<string, Material> BuiltIn { get; } =
        new Dictionary<string, Material>(StringComparer.Ordinal)
        {
            ["steel-mild"] = new(205, 0.29, 250, 11.7e-6, TensileMpa: 410),
            ["steel-forged"] = new(205, 0.29, 400, 11.7e-6, TensileMpa: 650),
            ["steel-alloy"] = new(205, 0.29, 700, 11.5e-6, TensileMpa: 900),
            ["iron-grey"] = new(105, 0.26, 180, 10.6e-6, Brittle: true, TensileMpa: 220),
            ["iron-ductile"] = new(169, 0.28, 280, 11.5e-6, TensileMpa: 420),
            ["aluminium-cast"] = new(72, 0.33, 160, 21.5e-6, TensileMpa: 230),
            ["aluminium-wrought"] = new(70, 0.33, 260, 23.5e-6, TensileMpa: 310),
            ["bronze"] = new(105, 0.34, 150, 18.0e-6, TensileMpa: 270),
        };

    internal void Check(Faults faults, string field)
    {
        faults.Within(YoungGpa, 0.1, 1000, $"{field}.youngGpa");
        faults.Require(Poisson is >= 0 and < 0.5, $"{field}.poisson", "must be from 0 to below 0.5");
        faults.Positive(YieldMpa, $"{field}.yieldMpa");
        faults.Within(ExpansionPerC, 0, 1e-3, $"{field}.expansionPerC");
        faults.Require(!Brittle || TensileMpa is not null, $"{field}.tensileMpa", "is needed for a brittle material");
        faults.Require(TensileMpa is null or > 0, $"{field}.tensileMpa", "must be larger than 0");
    }
}

/// <summary>A material in a request: the key of a built-in one, or its own properties.</summary>
[JsonConverter(typeof(MaterialChoiceConverter))]
public sealed record MaterialChoice(string? Key, Material? Own)
{
    /// <summary>A built-in material by its key.</summary>
    public static MaterialChoice Of(string key) => new(key, null);

    /// <summary>A material by its own properties.</summary>
    public static implicit operator MaterialChoice(Material own) => new(null, own);

    /// <summary>The properties, or null with a fault at <paramref name="field"/> that lists the known keys.</summary>
    internal Material? Resolve(Faults faults, string field)
    {
        if (Own is not null)
        {
            Own.Check(faults, field);
            return Own;
        }

        if (Material.BuiltIn.TryGetValue(Key ?? "", out var known))
        {
            return known;
        }

        faults.Add(
            field,
            $"“{Key}” is not a known material; use one of {string.Join(", ", Material.BuiltIn.Keys)}, or give its properties"
        );
        return null;
    }
}

/// <summary>A string is a key, an object is properties.</summary>
public sealed class MaterialChoiceConverter : JsonConverter<MaterialChoice>
{
    /// <inheritdoc/>
    public override MaterialChoice Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String
            ? MaterialChoice.Of(reader.GetString()!)
            : new MaterialChoice(null, (Material?)JsonSerializer.Deserialize(ref reader, options.GetTypeInfo(typeof(Material))));

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, MaterialChoice value, JsonSerializerOptions options)
    {
        if (value.Key is not null)
        {
            writer.WriteStringValue(value.Key);
        }
        else
        {
            JsonSerializer.Serialize(writer, value.Own!, options.GetTypeInfo(typeof(Material)));
        }
    }
}

/// <summary>A low and a high value of the same thing.</summary>
public sealed record Band(double Low, double High);
