using System.Text.Json;
using System.Text.Json.Serialization;

namespace NeatBore.Core.Measures;

/// <summary>Reads the table of units that ships with the core.</summary>
[JsonSourceGenerationOptions(JsonSerializerDefaults.Web)]
[JsonSerializable(typeof(UnitTable))]
internal sealed partial class UnitsJson : JsonSerializerContext;
